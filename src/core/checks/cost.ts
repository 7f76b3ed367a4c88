import { checkProgram } from '../glsl';
import type { Piece } from '../piece/types';
import { drawnEnds, lastDrawn, loopSteps, processorText, weave, type Analysis, type Target } from '../weave';

/**
 * Scalar operations that the dearest surface, and the dearest finish over it in all its passes, take at one place of
 * the picture.
 */
export function costOfPicture(piece: Piece, analysis: Analysis): number {
  const costOf = (strand: string): number => {
    const rows = analysis.types.get(strand) ?? [];
    return drawnEnds(rows).reduce((sum, end) => {
      const woven = weave(piece, analysis, [{ strand, step: rows[end]?.step.id }]);
      const { functions } = checkProgram(processorText(woven));
      const cost = functions.find((f) => f.name === woven.functions[0]!.name)?.cost ?? 0;
      return sum + cost * (rows[lastDrawn(rows, end)]?.definition?.passes ?? 1);
    }, 0);
  };
  const of = (kind: string) => piece.strands.filter((s) => s.kind === kind).map((s) => costOf(s.id));
  return Math.max(0, ...of('surface')) + Math.max(0, ...of('finish'));
}

/** Scalar operations that the signals with memory of a piece take over the loop. */
export function costOfLoop(piece: Piece, analysis: Analysis): number {
  const costAt = (target: Target): number => {
    const woven = weave(piece, analysis, [target]);
    const { functions } = checkProgram(processorText(woven));
    return functions.find((f) => f.name === woven.functions[0]!.name)?.cost ?? 0;
  };
  const targets = loopSteps(piece, analysis).flatMap(({ before, links }) => [...(before ? [before] : []), ...links]);
  return piece.loop.frames * targets.reduce((sum, target) => sum + costAt(target), 0);
}
