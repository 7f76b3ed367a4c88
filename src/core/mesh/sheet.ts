import { FRAME_SIZES, frameRows } from './frames';
import { meshOf, refuseTooMany, type Mesh } from './mesh';

/** Where a surface patch is and how it runs, at uv in 0..1. */
export interface SheetPoint {
  position: readonly number[];
  normal: readonly number[];
  tangentA: readonly number[];
  tangentB: readonly number[];
  normalA: readonly number[];
  normalB: readonly number[];
  uvSlope: readonly number[];
}

/** Where a patch meets itself: its sides run into each other, or a whole side is one point. */
export interface Seams {
  /** u 0 and u 1 are one line. */
  around?: boolean;
  /** v 0 and v 1 are one line. */
  along?: boolean;
  /** All of v 0 (or v 1) is one point, so the faces there are triangles. */
  begin?: boolean;
  end?: boolean;
}

/**
 * A sheet of columns x rows faces laid over a patch. Points are one where the patch meets
 * itself; uv and directions stay apart there, so that uv does not jump inside a face.
 * @throws MeshError beyond MAX_POINTS.
 */
export function sheet(
  columns: number,
  rows: number,
  at: (u: number, v: number) => SheetPoint,
  seams: Seams = {},
): Mesh {
  const width = columns + 1;
  const count = width * (rows + 1);
  refuseTooMany(`${columns} x ${rows}`, count, columns * rows, 'Use fewer columns or rows.');
  const values = frameRows(count);
  const { points, pointOf } = numbered(columns, rows, seams);
  const positions = new Float32Array(3 * points);
  for (let j = 0, i = 0; j <= rows; j++) {
    for (let k = 0; k <= columns; k++, i++) {
      const [u, v] = [k / columns, j / rows];
      const p = at(u, v);
      const to = 3 * pointOf[i]!;
      for (let d = 0; d < 3; d++) positions[to + d] = p.position[d]!;
      values.uv[2 * i] = u;
      values.uv[2 * i + 1] = v;
      for (const name of ['normal', 'tangentA', 'tangentB', 'normalA', 'normalB', 'uvSlope'] as const) {
        const size = FRAME_SIZES[name];
        for (let d = 0; d < size; d++) values[name][size * i + d] = p[name][d]!;
      }
    }
  }
  const { faces, frameOf } = laid(columns, rows, seams, pointOf);
  return meshOf({ positions, ...faces, frames: { rows: frameOf, values } });
}

/**
 * The same where only the places are known; how it runs is measured.
 * @param at place of a column and row, each from 0 to their number
 * @throws MeshError beyond MAX_POINTS.
 */
export function bareSheet(
  columns: number,
  rows: number,
  at: (column: number, row: number) => readonly number[],
  seams: Seams = {},
): Mesh {
  refuseTooMany(`${columns} x ${rows}`, (columns + 1) * (rows + 1), columns * rows, 'Use fewer columns or rows.');
  const { points, pointOf } = numbered(columns, rows, seams);
  const positions = new Float32Array(3 * points);
  for (let j = 0, i = 0; j <= rows; j++)
    for (let k = 0; k <= columns; k++, i++) positions.set(at(k, j), 3 * pointOf[i]!);
  return meshOf({ positions, ...laid(columns, rows, seams, pointOf).faces });
}

/** Faces over a lattice, with the uv of their corners, and the place of each corner in the lattice. */
function laid(columns: number, rows: number, seams: Seams, pointOf: Uint32Array) {
  const { faceStarts, frameOf } = facesOf(columns, rows, seams);
  const uv = new Float32Array(2 * frameOf.length);
  for (const [c, at] of frameOf.entries()) {
    uv[2 * c] = (at % (columns + 1)) / columns;
    uv[2 * c + 1] = Math.floor(at / (columns + 1)) / rows;
  }
  const corners = frameOf.map((row) => pointOf[row]!);
  return { faces: { faceStarts, corners, cornerData: { uv: { size: 2, data: uv } } }, frameOf };
}

/** Number of the point that each place of the lattice stands for. */
function numbered(
  columns: number,
  rows: number,
  { around, along, begin, end }: Seams,
): { points: number; pointOf: Uint32Array } {
  const width = columns + 1;
  const pointOf = new Uint32Array(width * (rows + 1));
  let points = 0;
  for (let j = 0, i = 0; j <= rows; j++) {
    for (let k = 0; k <= columns; k++, i++) {
      const pole = (begin && j === 0) || (end && j === rows);
      if (pole && k > 0) pointOf[i] = pointOf[i - 1]!;
      else if (along && j === rows) pointOf[i] = pointOf[k]!;
      else if (around && k === columns) pointOf[i] = pointOf[i - columns]!;
      else pointOf[i] = points++;
    }
  }
  return { points, pointOf };
}

function facesOf(
  columns: number,
  rows: number,
  { begin, end }: Seams,
): { faceStarts: Uint32Array; frameOf: Uint32Array } {
  const width = columns + 1;
  const triangles = (begin ? columns : 0) + (end ? columns : 0);
  const faceStarts = new Uint32Array(columns * rows + 1);
  const frameOf = new Uint32Array(4 * columns * rows - triangles);
  for (let j = 0, f = 0, c = 0; j < rows; j++) {
    for (let k = 0; k < columns; k++) {
      const a = j * width + k;
      frameOf[c++] = a;
      if (!(begin && j === 0)) frameOf[c++] = a + 1;
      frameOf[c++] = a + width + 1;
      if (!(end && j === rows - 1)) frameOf[c++] = a + width;
      faceStarts[++f] = c;
    }
  }
  return { faceStarts, frameOf };
}
