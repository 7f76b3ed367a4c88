import type { Piece } from '@/core/piece/types';

/** Most columns and rows of coarse meshes, and most subdivisions. */
const MOST = { times: 1, columns: 40, rows: 30 };

/** For tests: a piece with few vertices. Each is worked out in software, with a shadow twice. */
export function coarse(piece: Piece): Piece {
  const copy = structuredClone(piece);
  for (const { params } of copy.strands.flatMap((s) => s.steps))
    for (const [count, most] of Object.entries(MOST))
      if (typeof params[count] === 'number') params[count] = Math.min(params[count], most);
  return copy;
}
