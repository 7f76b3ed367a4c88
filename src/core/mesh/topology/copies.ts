import { measureFrames } from '../measure-frames';
import { faceCount, pointCount, refuseTooMany, type Mesh } from '../mesh';
import { facePoints } from './edges';

const REMEDY = 'Use fewer copies.';

/** The mesh once on every point (or face) of another; as it is where there is none. Copies know which way is up there. */
export function copiesOn(mesh: Mesh, other: Mesh | null, faces: boolean): Mesh {
  if (!other) return mesh;
  const on = faces && faceCount(other) > 0 ? facePoints(other) : other;
  refuseTooMany('The number of copies', pointCount(on), 0, REMEDY);
  return { ...mesh, copies: { at: on.positions, normal: upAt(on) } };
}

/** So many times at the origin. */
export function copiesInPlace(mesh: Mesh, count: number): Mesh {
  refuseTooMany(`${count.toLocaleString('en')} copies: that`, count, 0, REMEDY);
  return { ...mesh, copies: { at: new Float32Array(3 * count), normal: Float32Array.from({ length: 3 * count }, (_, i) => (i % 3 === 1 ? 1 : 0)) } };
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
