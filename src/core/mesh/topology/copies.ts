import { measureFrames } from '../measure-frames';
import { faceCount, pointCount, refuseTooMany, type Copies, type Mesh } from '../mesh';
import { facePoints } from './edges';

const REMEDY = 'Use fewer copies.';

/**
 * A copy on every point (or face) of a form; null where there is none. Copies know which way is
 * up there: the normal, or the way along the row of points.
 */
export function copiesOn(other: Mesh | null, faces: boolean, path = false): Copies | null {
  if (!other) return null;
  const on = faces && faceCount(other) > 0 ? facePoints(other) : other;
  refuseTooMany('The number of copies', pointCount(on), 0, REMEDY);
  return { at: on.positions, normal: path ? waysAlong(on.positions) : upAt(on) };
}

/** So many at the origin. */
export function copiesInPlace(count: number): Copies {
  refuseTooMany(`${count.toLocaleString('en')} copies: that`, count, 0, REMEDY);
  return {
    at: new Float32Array(3 * count),
    normal: Float32Array.from({ length: 3 * count }, (_, i) => (i % 3 === 1 ? 1 : 0)),
  };
}

/** From the point before to the one after, length 1; at the ends towards the one neighbour. */
function waysAlong(positions: Float32Array): Float32Array {
  const out = new Float32Array(positions.length);
  const count = positions.length / 3;
  for (let p = 0; p < count; p++) {
    const [before, after] = [Math.max(0, p - 1), Math.min(count - 1, p + 1)];
    const way = [0, 1, 2].map((k) => positions[3 * after + k]! - positions[3 * before + k]!);
    const length = Math.hypot(...way);
    out.set(length > 0 ? way.map((v) => v / length) : [0, 1, 0], 3 * p);
  }
  return out;
}

function upAt(mesh: Mesh): Float32Array {
  if (mesh.pointData.normal) return mesh.pointData.normal.data;
  const out = new Float32Array(mesh.positions.length);
  if (faceCount(mesh) === 0) {
    for (let p = 0; p < pointCount(mesh); p++) out[3 * p + 1] = 1;
    return out;
  }
  const { rows, values } = measureFrames({ ...mesh, cornerData: {}, shading: { facets: false, angle: 180 } });
  mesh.corners.forEach((p, c) => out.set(values.normal.subarray(3 * rows[c]!, 3 * rows[c]! + 3), 3 * p));
  return out;
}
