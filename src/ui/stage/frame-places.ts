import type { Piece } from '@/core/piece/types';
import type { PlaceValues } from '@/core/weave';

/** The place of a point of the frame (0..1 from the lower left), as the finish has it: uv and screen run over it. */
export function framePlace(piece: Piece, u: number, v: number, phase: number): PlaceValues {
  const rest = [(u - 0.5) * (piece.picture.width / piece.picture.height), v - 0.5, 0];
  return { rest, world: rest, normal: [0, 0, 1], uv: [u, v], screen: [u, v], view: [0, 0, 1], phase };
}

/** A grid of places over the frame, by rows from below. */
export const framePlaces = (piece: Piece, columns: number, rows: number, phase: number): PlaceValues[] =>
  Array.from({ length: columns * rows }, (_, i) =>
    framePlace(piece, ((i % columns) + 0.5) / columns, (Math.floor(i / columns) + 0.5) / rows, phase),
  );
