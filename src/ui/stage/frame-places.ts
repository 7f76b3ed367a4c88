import type { Piece } from '@/core/piece/types';
import type { PlaceValues } from '@/core/weave';

/** The place of a point of the frame, as the finish has it: uv and screen run over the picture. */
function framePlace(piece: Piece, u: number, v: number, phase: number): PlaceValues {
  const rest = [(u - 0.5) * (piece.picture.width / piece.picture.height), v - 0.5, 0];
  return { rest, world: rest, normal: [0, 0, 1], uv: [u, v], screen: [u, v], view: [0, 0, 1], phase };
}

/** A grid of places over the frame, or the one place at x, y (0..1 from the upper left). */
export function framePlaces(
  piece: Piece,
  columns: number,
  rows: number,
  phase: number,
  x?: number,
  y?: number,
): PlaceValues[] {
  if (x !== undefined && y !== undefined) return [framePlace(piece, x, 1 - y, phase)];
  return Array.from({ length: columns * rows }, (_, i) =>
    framePlace(piece, ((i % columns) + 0.5) / columns, (Math.floor(i / columns) + 0.5) / rows, phase),
  );
}
