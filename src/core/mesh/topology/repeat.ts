import { faceCount, gatherAll, meshOf, pointCount, refuseTooMany, type Mesh } from '../mesh';

/** Columns of a 3 x 3 matrix, then a move: nine numbers and three. */
export type Transform = readonly number[];

/**
 * A move (metres), turn (degrees about x, then y, then z) and scale, in the order scale, turn, move.
 */
export function transform(move: readonly number[], turn: readonly number[], by: readonly number[]): Transform {
  const [x, y, z] = turn.map((d) => (d * Math.PI) / 180) as [number, number, number];
  const [sx, cx, sy, cy, sz, cz] = [Math.sin(x), Math.cos(x), Math.sin(y), Math.cos(y), Math.sin(z), Math.cos(z)];
  const columns = [
    [cy * cz, cy * sz, -sy],
    [sx * sy * cz - cx * sz, sx * sy * sz + cx * cz, sx * cy],
    [cx * sy * cz + sx * sz, cx * sy * sz - sx * cz, cx * cy],
  ];
  return [...columns.flatMap((c, k) => c.map((v) => v * by[k]!)), ...move];
}

/** First `a`, then `b`. */
export function composed(a: Transform, b: Transform): Transform {
  const out: number[] = [];
  for (let c = 0; c < 4; c++) {
    for (let r = 0; r < 3; r++) {
      let sum = c === 3 ? b[9 + r]! : 0;
      for (let k = 0; k < 3; k++) sum += b[3 * k + r]! * a[3 * c + k]!;
      out.push(sum);
    }
  }
  return out;
}

export const IDENTITY: Transform = [1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0];

export function transformed(positions: Float32Array, t: Transform): Float32Array {
  const out = new Float32Array(positions.length);
  for (let i = 0; i < positions.length; i += 3)
    for (let r = 0; r < 3; r++)
      out[i + r] = t[r]! * positions[i]! + t[3 + r]! * positions[i + 1]! + t[6 + r]! * positions[i + 2]! + t[9 + r]!;
  return out;
}

/** The mesh `count` times, each moved, turned and scaled once more than the one before. */
export function repeat(mesh: Mesh, count: number, step: Transform): Mesh {
  const [points, faces, corners] = [pointCount(mesh), faceCount(mesh), mesh.corners.length];
  refuseTooMany(`Repeating this form ${count} times`, points * count, faces * count, 'Use a smaller count.');
  const positions = new Float32Array(3 * points * count);
  const faceStarts = new Uint32Array(faces * count + 1);
  const all = new Uint32Array(corners * count);
  let t = IDENTITY;
  for (let n = 0; n < count; n++) {
    positions.set(transformed(mesh.positions, t), 3 * points * n);
    for (let f = 0; f <= faces; f++) faceStarts[faces * n + f] = corners * n + mesh.faceStarts[f]!;
    for (let c = 0; c < corners; c++) all[corners * n + c] = mesh.corners[c]! + points * n;
    t = composed(t, step);
  }
  const rows = (each: number) => Uint32Array.from({ length: each * count }, (_, i) => i % each);
  return meshOf({
    positions,
    faceStarts,
    corners: all,
    shading: mesh.shading,
    pointData: gatherAll(mesh.pointData, rows(points)),
    cornerData: gatherAll(mesh.cornerData, rows(corners)),
    faceData: gatherAll(mesh.faceData, rows(faces)),
  });
}
