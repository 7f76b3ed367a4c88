import type { PathWay } from '@/core/mesh/path';
import type { Piece, Step } from '@/core/piece/types';
import { definitionOf } from '@/core/steps';
import { pathWay } from '@/core/steps/params';
import { literalOf } from '@/core/weave';

/** How the path of a step runs, by the step's choices. */
export function pathWayOf(piece: Piece, step: Step): PathWay {
  const choices = (definitionOf(step.op)?.params ?? []).filter((p) => p.type === 'choice');
  return pathWay(Object.fromEntries(choices.map((p) => [p.id, literalOf(piece, step, p)])));
}
