import { emptyMesh, MAX_POINTS, type Mesh } from './mesh';

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

/** A mesh would have more points than this machine should be asked for. */
export class TooManyPoints extends Error {
  override readonly name = 'TooManyPoints';
}

/**
 * A sheet of columns x rows four-sided faces laid over a patch. Points are kept apart where
 * the patch meets itself, so that uv does not jump inside a face.
 * @throws TooManyPoints beyond MAX_POINTS.
 */
export function sheet(columns: number, rows: number, at: (u: number, v: number) => SheetPoint): Mesh {
  const width = columns + 1;
  const count = width * (rows + 1);
  if (count > MAX_POINTS) throw new TooManyPoints(`${columns} x ${rows} needs ${count.toLocaleString('en')} points; at most ${MAX_POINTS.toLocaleString('en')} are possible. Use fewer columns or rows.`);
  const mesh = emptyMesh(count, columns * rows, 4 * columns * rows);
  const { points } = mesh;
  for (let j = 0, i = 0; j <= rows; j++) {
    for (let k = 0; k <= columns; k++, i++) {
      const u = k / columns;
      const v = j / rows;
      const p = at(u, v);
      mesh.positions.set(p.position, 3 * i);
      points.uv.set([u, v], 2 * i);
      points.uvSlope.set(p.uvSlope, 4 * i);
      for (const name of ['normal', 'tangentA', 'tangentB', 'normalA', 'normalB'] as const) points[name].set(p[name], 3 * i);
    }
  }
  for (let j = 0, f = 0; j < rows; j++) {
    for (let k = 0; k < columns; k++, f++) {
      const a = j * width + k;
      mesh.faceStarts[f] = 4 * f;
      mesh.corners.set([a, a + 1, a + width + 1, a + width], 4 * f);
    }
  }
  mesh.faceStarts[columns * rows] = 4 * columns * rows;
  return mesh;
}
