import type { Piece, Strand } from '@/core/piece/types';
import type { StagePart } from '@/core/steps/stage/stage-part';
import { plainParams, type Analysis } from '@/core/weave';
import type { Follow } from '../card/follow';

/** What the steps of a stage that are on put there at a phase, in their order. */
export function partsOf(
  piece: Piece,
  analysis: Analysis,
  strand: Strand,
  follow: Follow,
  phase: number,
): { step: string; part: StagePart }[] {
  return (analysis.types.get(strand.id) ?? []).flatMap(({ active, step, definition }) =>
    active && definition?.part
      ? [{ step: step.id, part: definition.part(plainParams(piece, step, definition, follow, phase)) }]
      : [],
  );
}
