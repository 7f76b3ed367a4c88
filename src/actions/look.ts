import type { Histogram } from '@/core/preview/look';
import { histogramOf, lookPiece } from '@/core/preview/look';
import type { Piece } from '@/core/piece/types';
import { analyse, typeAfter } from '@/core/weave';
import type { Looking } from '@/state/panels/panels';

/** The piece that the viewer draws: the open one, or one of its steps looked at. */
export function shownPiece(piece: Piece, looking: Looking | null): Piece {
  return (looking && lookPiece(piece, looking, looking.shownOn)) || piece;
}

/** Numbers that the looked-at step has at each place: 1, 2 or 3. */
export function widthOf(piece: Piece, looking: Looking): number {
  return { float: 1, vec2: 2, vec3: 3 }[typeAfter(analyse(piece).types, looking.strand, looking.step) as string] ?? 1;
}

/** Raw values of a shot: four a pixel, rows from the bottom; opacity 0 where nothing stands. */
export interface ReadShot {
  width: number;
  height: number;
  data: Float32Array;
}

/** A mark comes to the least that light of 16 bits holds, as `finish.look` reads it. */
const MIN_DRAWN_VALUE = -59000;
const valueIn = (data: Float32Array, at: number) => (data[at]! < MIN_DRAWN_VALUE ? -Infinity : data[at]!);

/** The values at a place of the picture (0..1 from the upper left), or null where nothing stands. */
export function valuesAt({ width, height, data }: ReadShot, x: number, y: number, count: number): number[] | null {
  const column = Math.min(width - 1, Math.max(0, Math.floor(x * width)));
  const row = Math.min(height - 1, Math.max(0, Math.floor((1 - y) * height)));
  const at = 4 * (row * width + column);
  if (data[at + 3]! < 0.5) return null;
  return Array.from({ length: count }, (_, k) => valueIn(data, at + k));
}

/** Spread of all values of a shot, nothing counted twice where nothing stands. */
export function shotHistogram({ data }: ReadShot, count: number): Histogram | null {
  const values: number[] = [];
  for (let at = 0; at < data.length; at += 4) {
    if (data[at + 3]! < 0.5) continue;
    for (let k = 0; k < count; k++) values.push(valueIn(data, at + k));
  }
  return histogramOf(values);
}
