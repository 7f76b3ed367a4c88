import { meshOf, refuseTooMany, type Mesh } from '../mesh';

/** A cloud of points from a rule; each knows its share of the way, 0..1, as uv.x. */
function cloud(
  count: number,
  at: (i: number, share: number) => readonly number[],
  normalOf?: (p: readonly number[]) => readonly number[],
): Mesh {
  refuseTooMany('This cloud', count, 0);
  const positions = new Float32Array(3 * count);
  const uv = new Float32Array(2 * count);
  const normal = normalOf && new Float32Array(3 * count);
  for (let i = 0; i < count; i++) {
    const share = count > 1 ? i / (count - 1) : 0;
    const p = at(i, share);
    for (let k = 0; k < 3; k++) positions[3 * i + k] = p[k]!;
    uv[2 * i] = share;
    if (normalOf) normal!.set(normalOf(p), 3 * i);
  }
  return meshOf({
    positions,
    pointData: { uv: { size: 2, data: uv }, ...(normal ? { normal: { size: 3, data: normal } } : {}) },
  });
}

/**
 * Numbers in 0..1 by place in the row and seed: M. Jarzynski and M. Olano, "Hash Functions for GPU Rendering", JCGT
 * 9(3), 2020 (PCG).
 */
function randomUnit(index: number, seed: number): number {
  let s = (Math.imul(index, 747796405) + Math.imul(seed, 2891336453) + 2891336453) >>> 0;
  s = Math.imul((s >>> ((s >>> 28) + 4)) ^ s, 277803737) >>> 0;
  return (((s >>> 22) ^ s) >>> 0) / 4294967296;
}

export const onLine = (count: number, from: readonly number[], to: readonly number[]) =>
  cloud(count, (_, t) => [0, 1, 2].map((k) => from[k]! + (to[k]! - from[k]!) * t));

export const onCircle = (count: number, radius: number) =>
  cloud(
    count,
    (i) => [radius * Math.cos((2 * Math.PI * i) / count), radius * Math.sin((2 * Math.PI * i) / count), 0],
    (p) => [p[0]! / radius, p[1]! / radius, 0],
  );

/** A spiral whose radius grows by `ratio` with every full turn. */
export const onSpiral = (count: number, radius: number, turns: number, ratio: number) =>
  cloud(count, (_, t) => {
    const r = radius * ratio ** (turns * (t - 1));
    return [r * Math.cos(2 * Math.PI * turns * t), r * Math.sin(2 * Math.PI * turns * t), 0];
  });

const GOLDEN_ANGLE = Math.PI * (3 - Math.sqrt(5));

/**
 * Evenly over a ball's skin: the golden-angle spiral (R. Swinbank and R. J. Purser, "Fibonacci grids", QJRMS 132,
 * 2006).
 */
export const onBall = (count: number, radius: number) =>
  cloud(
    count,
    (i) => {
      const y = 1 - (2 * i + 1) / count;
      const ring = Math.sqrt(1 - y * y);
      return [radius * ring * Math.cos(GOLDEN_ANGLE * i), radius * y, radius * ring * Math.sin(GOLDEN_ANGLE * i)];
    },
    (p) => p.map((v) => v / radius),
  );

/** Spread at random, evenly by volume. */
export const inBox = (count: number, size: readonly number[], seed: number) =>
  cloud(count, (i) => [0, 1, 2].map((k) => (randomUnit(3 * i + k, seed) - 0.5) * size[k]!));

export const inBall = (count: number, radius: number, seed: number) =>
  cloud(count, (i) => {
    const [a, b, c] = [0, 1, 2].map((k) => randomUnit(3 * i + k, seed)) as [number, number, number];
    const [y, r] = [2 * a - 1, radius * Math.cbrt(c)];
    const ring = Math.sqrt(1 - y * y);
    return [r * ring * Math.cos(2 * Math.PI * b), r * y, r * ring * Math.sin(2 * Math.PI * b)];
  });

/**
 * Length of a side of each cell where so many fill a box. An axis shorter than that has one layer of cells, and takes
 * no part: a thin box is filled as a flat one.
 * @param filled part of the box that is filled
 */
function pitchOf(count: number, size: readonly number[], filled: number): number {
  let axes = size.filter((s) => s > 0);
  for (;;) {
    const room = axes.reduce((product, s) => product * s, 1) * filled;
    const pitch = (room / count) ** (1 / Math.max(1, axes.length));
    const longer = axes.filter((s) => s >= pitch);
    if (longer.length === axes.length || longer.length === 0) return pitch;
    axes = longer;
  }
}

/**
 * About so many points in even rows that fill a box, or the largest ball in it; each stands in the middle of a cell as
 * wide as it is high and deep, or nearly.
 */
export function inRows(count: number, size: readonly number[], ball: boolean): Mesh {
  refuseTooMany('This cloud', count, 0);
  const pitch = pitchOf(count, size, ball ? Math.PI / 6 : 1);
  const [nx, ny, nz] = size.map((s) => Math.max(1, Math.round(s / pitch))) as [number, number, number];
  refuseTooMany('This cloud', nx * ny * nz, 0);
  const points: number[][] = [];
  for (let i = 0; i < nx * ny * nz; i++) {
    const at = [
      (i % nx) / nx + 0.5 / nx,
      (Math.floor(i / nx) % ny) / ny + 0.5 / ny,
      Math.floor(i / (nx * ny)) / nz + 0.5 / nz,
    ].map((t) => t - 0.5);
    if (!ball || Math.hypot(...at) <= 0.5) points.push(at.map((t, k) => t * size[k]!));
  }
  return cloud(points.length, (i) => points[i]!);
}

/** A regular lattice of columns x rows x layers points that fills a box. */
export function lattice(counts: readonly number[], size: readonly number[]): Mesh {
  const [nx, ny, nz] = counts as [number, number, number];
  const at = (i: number, n: number, s: number) => (n > 1 ? (i / (n - 1) - 0.5) * s : 0);
  const mesh = cloud(nx * ny * nz, (i) => [
    at(i % nx, nx, size[0]!),
    at(Math.floor(i / nx) % ny, ny, size[1]!),
    at(Math.floor(i / (nx * ny)), nz, size[2]!),
  ]);
  const uv = Float32Array.from({ length: 2 * nx * ny * nz }, (_, k) => {
    const i = k >> 1;
    return k % 2 === 0 ? (nx > 1 ? (i % nx) / (nx - 1) : 0) : ny > 1 ? (Math.floor(i / nx) % ny) / (ny - 1) : 0;
  });
  return { ...mesh, pointData: { ...mesh.pointData, uv: { size: 2, data: uv } } };
}

/** Steps by which the direction of a path is told. */
const DIRECTION_STEP = 1e-3;

/**
 * Along a path, each with the direction in which it goes on.
 * @param along places of shares of it, mostly 0..1, three numbers for each share
 */
export function onPath(count: number, closed: boolean, along: (shares: readonly number[]) => ArrayLike<number>): Mesh {
  refuseTooMany('This cloud', count, 0);
  const last = Math.max(1, closed ? count : count - 1);
  const around = along(
    Array.from({ length: count }, (_, i) => [i - DIRECTION_STEP * last, i, i + DIRECTION_STEP * last])
      .flat()
      .map((i) => i / last),
  );
  const at = (i: number, k: number) => around[3 * i + k]!;
  const points = cloud(count, (i) => [0, 1, 2].map((k) => at(3 * i + 1, k)));
  const normal = new Float32Array(3 * count);
  for (let i = 0; i < count; i++) {
    const way = [0, 1, 2].map((k) => at(3 * i + 2, k) - at(3 * i, k));
    const size = Math.hypot(...way);
    normal.set(size > 0 ? way.map((v) => v / size) : [0, 1, 0], 3 * i);
  }
  return { ...points, pointData: { ...points.pointData, normal: { size: 3, data: normal } } };
}
