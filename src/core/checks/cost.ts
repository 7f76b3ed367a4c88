import { checkProgram } from '../glsl';
import type { Piece } from '../piece/types';
import { weave, type Analysis } from '../weave';

/** Scalar operations that the dearest surface, and the finish over it, take at one place of the picture. */
export function costOfPicture(piece: Piece, analysis: Analysis): number {
  const costOf = (strand: string): number => {
    const woven = weave(piece, analysis, [{ strand }]);
    return checkProgram(woven.glsl).functions.find((f) => f.name === woven.functions[0]!.name)?.cost ?? 0;
  };
  const of = (kind: string) => piece.strands.filter((s) => s.kind === kind).map((s) => costOf(s.id));
  return Math.max(0, ...of('surface')) + Math.max(0, ...of('finish'));
}
