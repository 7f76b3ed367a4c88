import type { Mesh } from './mesh';

export type Vec = readonly [number, number, number];
type FacesOfMesh = Pick<Mesh, 'positions' | 'faceStarts' | 'corners'>;

export const add = (a: Vec, b: Vec): Vec => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const sub = (a: Vec, b: Vec): Vec => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const scale = (a: Vec, by: number): Vec => [a[0] * by, a[1] * by, a[2] * by];
export const dot = (a: Vec, b: Vec) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: Vec, b: Vec): Vec => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
export const length = (a: Vec) => Math.hypot(a[0], a[1], a[2]);
/** Length 1; the fallback where there is no direction. */
export const unit = (a: Vec, fallback: Vec = [0, 0, 1]): Vec => {
  const l = length(a);
  return l > 1e-20 ? scale(a, 1 / l) : fallback;
};
export const at3 = (values: ArrayLike<number>, index: number): Vec => [
  values[3 * index]!,
  values[3 * index + 1]!,
  values[3 * index + 2]!,
];

/** Twice a face's area along its normal: M. Newell's sum over its edges, good for faces that are not flat. */
export function faceVector({ positions, faceStarts, corners }: FacesOfMesh, face: number): Vec {
  let [x, y, z] = [0, 0, 0];
  const [from, to] = [faceStarts[face]!, faceStarts[face + 1]!];
  for (let c = from; c < to; c++) {
    const a = 3 * corners[c]!;
    const b = 3 * corners[c + 1 < to ? c + 1 : from]!;
    x += (positions[a + 1]! - positions[b + 1]!) * (positions[a + 2]! + positions[b + 2]!);
    y += (positions[a + 2]! - positions[b + 2]!) * (positions[a]! + positions[b]!);
    z += (positions[a]! - positions[b]!) * (positions[a + 1]! + positions[b + 1]!);
  }
  return [x, y, z];
}

export const faceNormal = (mesh: FacesOfMesh, face: number): Vec => unit(faceVector(mesh, face));

/** Mean of a face's points. */
export function faceMiddle({ positions, faceStarts, corners }: FacesOfMesh, face: number): Vec {
  let [x, y, z] = [0, 0, 0];
  const [from, to] = [faceStarts[face]!, faceStarts[face + 1]!];
  for (let c = from; c < to; c++) {
    const p = 3 * corners[c]!;
    x += positions[p]!;
    y += positions[p + 1]!;
    z += positions[p + 2]!;
  }
  const n = Math.max(1, to - from);
  return [x / n, y / n, z / n];
}
