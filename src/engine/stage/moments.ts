import { onceByName } from '@/core/once';
import { readsTime } from '@/core/glsl/lib';
import { strandById, type Piece, type Strand } from '@/core/piece/types';
import { allDependencies, weave, type Analysis } from '@/core/weave';
import type { Follow } from '../card/follow';
import { partsOf } from './parts-of';

/** Stages whose forms or surfaces are other ones at another phase, by their ids. */
const movesOf = onceByName<Analysis, boolean>();

/**
 * What a stage shows at a phase as far as the phase decides it: where two are the same, so are the pictures. Null where
 * what stands there moves or changes by itself, or shows the picture of a finish.
 */
export function momentOf(
  piece: Piece,
  analysis: Analysis,
  stage: Strand,
  follow: Follow,
  phase: number,
): string | null {
  if (movesOf(analysis, stage.id, () => changes(piece, analysis, stage))) return null;
  const parts = partsOf(piece, analysis, stage, follow, phase);
  const orbits = parts.some(({ part }) => part.part === 'camera' && part.orbit !== 0);
  return JSON.stringify([parts, orbits ? phase : 0]);
}

function changes(piece: Piece, analysis: Analysis, stage: Strand): boolean {
  const worn = [...allDependencies(piece, stage)].filter((id) =>
    ['form', 'surface'].includes(strandById(piece, id)?.kind ?? ''),
  );
  // Signals are woven in, so that what follows them reads the phase as well.
  const { glsl, branches } = weave(
    piece,
    analysis,
    worn.map((strand) => ({ strand })),
  );
  return branches.length > 0 || readsTime(glsl);
}
