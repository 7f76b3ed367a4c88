import { adjacencyOf } from '../adjacency';
import { basis } from '../frames';
import { faceCount, fromFaces, meshOf, refuseTooMany, type Mesh } from '../mesh';
import { add, at3, faceMiddle, faceNormal, scale, sub, unit, type Vec } from '../vectors';

/** Every edge as a rod with `sides` sides and closed ends. */
export function tubes(mesh: Mesh, radius: number, sides: number): Mesh {
  const { edgeCorners, next } = adjacencyOf(mesh);
  refuseTooMany(
    'These rods',
    2 * sides * edgeCorners.length,
    (sides + 2) * edgeCorners.length,
    'Use fewer sides, or a form with fewer edges.',
  );
  const points: Vec[] = [];
  const faces: number[][] = [];
  for (const c of edgeCorners) {
    const [a, b] = [at3(mesh.positions, mesh.corners[c]!), at3(mesh.positions, mesh.corners[next[c]!]!)];
    const [u, v] = basis(unit(sub(b, a)));
    const first = points.length;
    for (const end of [a, b]) {
      for (let k = 0; k < sides; k++) {
        const angle = (2 * Math.PI * k) / sides;
        points.push(add(end, add(scale(u, radius * Math.cos(angle)), scale(v, radius * Math.sin(angle)))));
      }
    }
    const ring = Array.from({ length: sides }, (_, k) => first + k);
    for (let k = 0; k < sides; k++)
      faces.push([ring[k]!, ring[(k + 1) % sides]!, sides + ring[(k + 1) % sides]!, sides + ring[k]!]);
    faces.push(
      ring.slice().reverse(),
      ring.map((p) => p + sides),
    );
  }
  return fromFaces(points, faces, { shading: mesh.shading });
}

/** A point in the middle of every face that knows the face's normal and colour. */
export function facePoints(mesh: Mesh): Mesh {
  const count = faceCount(mesh);
  const [positions, normal] = [new Float32Array(3 * count), new Float32Array(3 * count)];
  for (let f = 0; f < count; f++) {
    positions.set(faceMiddle(mesh, f), 3 * f);
    normal.set(faceNormal(mesh, f), 3 * f);
  }
  const colour = mesh.faceData.colour;
  return meshOf({
    positions,
    pointData: { normal: { size: 3, data: normal }, ...(colour ? { colour } : {}) },
    shading: mesh.shading,
  });
}
