import { adjacencyOf } from '../adjacency';
import { moved, pointCount, type Mesh } from '../mesh';

/** Moves every point a part of the way to the mean of the points it shares an edge with, so many times. */
export function relax(mesh: Mesh, amount: number, times: number): Mesh {
  const { edgeCorners, next } = adjacencyOf(mesh);
  const count = pointCount(mesh);
  let positions = mesh.positions;
  for (let t = 0; t < times; t++) {
    const sums = new Float32Array(3 * count);
    const neighbours = new Uint32Array(count);
    for (const c of edgeCorners) {
      const [p, q] = [mesh.corners[c]!, mesh.corners[next[c]!]!];
      neighbours[p]!++;
      neighbours[q]!++;
      for (let k = 0; k < 3; k++) {
        sums[3 * p + k]! += positions[3 * q + k]!;
        sums[3 * q + k]! += positions[3 * p + k]!;
      }
    }
    const from = positions;
    positions = sums.map((s, i) => {
      const n = neighbours[Math.floor(i / 3)]!;
      return n > 0 ? from[i]! + amount * (s / n - from[i]!) : from[i]!;
    });
  }
  return moved(mesh, positions);
}
