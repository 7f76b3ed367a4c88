import { adjacencyOf } from './adjacency';
import { faceCount, pointCount, type Mesh } from './mesh';
import { triangleCorners } from './triangulate';
import { at3, cross, dot, length, sub } from './vectors';

/** What a mesh comes to. */
export interface Measures {
  points: number;
  edges: number;
  faces: number;
  /** Points that some face uses - edges + faces. */
  euler: number;
  /** Edges with a face on one side only. */
  open: number;
  /** Edges with more than two faces, or two that face opposite ways. */
  broken: number;
  /** Square metres, and cubic metres where it is closed. */
  area: number;
  volume: number;
  /** Positions that are not numbers, and faces without area. */
  notNumbers: number;
  flat: number;
}

export function measure(mesh: Mesh): Measures {
  const { edgeCorners, twin, broken, faceOf } = adjacencyOf(mesh);
  const used = new Set(mesh.corners).size;
  let open = 0;
  for (const c of edgeCorners) if (twin[c]! < 0) open++;
  const cut = triangleCorners(mesh);
  const areas = new Float64Array(faceCount(mesh));
  let volume = 0;
  for (let t = 0; t < cut.length; t += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => at3(mesh.positions, mesh.corners[cut[t + k]!]!)) as [never, never, never];
    areas[faceOf[cut[t]!]!]! += length(cross(sub(b, a), sub(c, a))) / 2;
    volume += dot(a, cross(b, c)) / 6;
  }
  let notNumbers = 0;
  for (const v of mesh.positions) if (!Number.isFinite(v)) notNumbers++;
  return {
    points: pointCount(mesh),
    edges: edgeCorners.length,
    faces: faceCount(mesh),
    euler: used - edgeCorners.length + faceCount(mesh),
    open,
    broken,
    area: areas.reduce((sum, x) => sum + x, 0),
    volume,
    notNumbers,
    flat: areas.reduce((sum, x) => sum + (x > 0 ? 0 : 1), 0),
  };
}
