import { adjacencyOf, cornersAround, pointCorners } from '../adjacency';
import { faceCount, fromFaces, pointCount, type Mesh } from '../mesh';
import { at3, faceMiddle, length, scale, type Vec } from '../vectors';

/**
 * The dual: a point in the middle of every face, a face around every point. At a border there
 * is no full ring, so points there give none. Where all points lie on one sphere about the
 * origin (an icosphere), the new ones are put on it as well.
 */
export function dual(mesh: Mesh): Mesh {
  const { faceOf } = adjacencyOf(mesh);
  const radius = sphereRadius(mesh);
  const points: Vec[] = Array.from({ length: faceCount(mesh) }, (_, f) => {
    const middle = faceMiddle(mesh, f);
    return radius > 0 && length(middle) > 0 ? scale(middle, radius / length(middle)) : middle;
  });
  const faces: number[][] = [];
  for (const start of pointCorners(mesh)) {
    if (start < 0) continue;
    const ring = cornersAround(mesh, start);
    if (ring.closed && ring.corners.length >= 3) faces.push(ring.corners.map((c) => faceOf[c]!));
  }
  return fromFaces(points, faces, { shading: mesh.shading });
}

/** Radius of the sphere about the origin on which all points lie; 0 where there is none. */
function sphereRadius(mesh: Mesh): number {
  const first = length(at3(mesh.positions, 0));
  for (let p = 1; p < pointCount(mesh); p++)
    if (Math.abs(length(at3(mesh.positions, p)) - first) > 1e-4 * first) return 0;
  return first;
}
