import earcut from 'earcut';
import type { Mesh } from './mesh';
import { faceNormal } from './vectors';

type PolygonMesh = Pick<Mesh, 'positions' | 'faceStarts' | 'corners'>;

/** Faces as triangles, three corner numbers each. Convex faces become fans; others are cut by their ears. */
export function triangleCorners(mesh: PolygonMesh): Uint32Array {
  const { faceStarts, corners } = mesh;
  const faces = faceStarts.length - 1;
  const out = new Uint32Array(3 * Math.max(0, corners.length - 2 * faces));
  let at = 0;
  const put = (a: number, b: number, c: number) => {
    out[at++] = a;
    out[at++] = b;
    out[at++] = c;
  };
  for (let f = 0; f < faces; f++) {
    const from = faceStarts[f]!;
    const size = faceStarts[f + 1]! - from;
    if (size === 3) put(from, from + 1, from + 2);
    else if (isConvex(mesh, f)) for (let k = 2; k < size; k++) put(from, from + k - 1, from + k);
    else {
      const flat = flattened(mesh, f);
      const cut = earcut(flat);
      // A face that crosses itself may be cut into fewer triangles; the fan stands in.
      if (cut.length !== 3 * (size - 2)) for (let k = 2; k < size; k++) put(from, from + k - 1, from + k);
      else for (let k = 0; k < cut.length; k += 3) put(from + cut[k]!, from + cut[k + 1]!, from + cut[k + 2]!);
    }
  }
  return at === out.length ? out : out.slice(0, at);
}

function isConvex({ positions, faceStarts, corners }: PolygonMesh, face: number): boolean {
  const from = faceStarts[face]!;
  const size = faceStarts[face + 1]! - from;
  let [nx, ny, nz] = [0, 0, 0];
  for (let pass = 0; pass < 2; pass++) {
    for (let k = 0; k < size; k++) {
      const [a, b, c] = [
        corners[from + k]! * 3,
        corners[from + ((k + 1) % size)]! * 3,
        corners[from + ((k + 2) % size)]! * 3,
      ];
      const ux = positions[b]! - positions[a]!;
      const uy = positions[b + 1]! - positions[a + 1]!;
      const uz = positions[b + 2]! - positions[a + 2]!;
      const vx = positions[c]! - positions[b]!;
      const vy = positions[c + 1]! - positions[b + 1]!;
      const vz = positions[c + 2]! - positions[b + 2]!;
      const [x, y, z] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
      if (pass === 1 && x * nx + y * ny + z * nz < -1e-12) return false;
      if (pass === 0) {
        nx += x;
        ny += y;
        nz += z;
      }
    }
  }
  return true;
}

/** A face's points in its own plane, as pairs, counter-clockwise. */
function flattened(mesh: PolygonMesh, face: number): number[] {
  const { positions, faceStarts, corners } = mesh;
  const [x, y, z] = faceNormal(mesh, face).map(Math.abs) as [number, number, number];
  const normal = faceNormal(mesh, face);
  // Dropping the axis that the face looks along most keeps its shape simple.
  const drop = x >= y && x >= z ? 0 : y >= z ? 1 : 2;
  const [u, v] = normal[drop]! >= 0 ? [(drop + 1) % 3, (drop + 2) % 3] : [(drop + 2) % 3, (drop + 1) % 3];
  const flat: number[] = [];
  for (let c = faceStarts[face]!; c < faceStarts[face + 1]!; c++)
    flat.push(positions[3 * corners[c]! + u]!, positions[3 * corners[c]! + v]!);
  return flat;
}
