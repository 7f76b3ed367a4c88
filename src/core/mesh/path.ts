import type { PathPoint } from '../piece/types';

/** Paths: lines through points, which are gone along by a number from 0 to 1. */

export type PathVertex = readonly [number, number, number];

/** How a path runs. */
export interface PathWay {
  /** A curve through the points; else straight from one to the next. */
  smooth: boolean;
  /** The curve is that of the handles of the points (cubic Bézier); else centripetal Catmull-Rom. */
  handles?: boolean;
  /** From the last point on to the first. */
  closed: boolean;
  /** The number tells the distance; else it takes as long from each point to the next. */
  even: boolean;
}

/** A place of a path, and the number at which it is reached: x, y, z, share. */
export type Knot = [number, number, number, number];

/** Knots of a path at most, and between two of its points. */
const MAX_KNOTS = 96;
const MAX_KNOTS_BETWEEN = 4;
/** Pieces in which a way from one point to the next is measured. */
const MEASURED_PIECES = 48;

const apart = (a: readonly number[], b: readonly number[]) => Math.hypot(a[0]! - b[0]!, a[1]! - b[1]!, a[2]! - b[2]!);
const mixed = (a: readonly number[], b: readonly number[], t: number): [number, number, number] => [
  a[0]! + (b[0]! - a[0]!) * t,
  a[1]! + (b[1]! - a[1]!) * t,
  a[2]! + (b[2]! - a[2]!) * t,
];

/**
 * A centripetal Catmull-Rom curve from `b` to `c` (C. Yuksel, S. Schaefer and J. Keyser, "Parameterization and
 * Applications of Catmull-Rom Curves", Computer-Aided Design 43, 2011): it makes neither loops nor cusps.
 * @param u 0 to 1
 */
function catmullRom([a, b, c, d]: readonly [PathVertex, PathVertex, PathVertex, PathVertex], u: number): PathVertex {
  const t1 = Math.sqrt(apart(a, b));
  const t2 = t1 + Math.sqrt(apart(b, c));
  const t3 = t2 + Math.sqrt(apart(c, d));
  if (t2 === t1) return b;
  const t = t1 + (t2 - t1) * u;
  // Where neighbours stand in one place, the way there is that place.
  const on = (p: PathVertex, q: PathVertex, from: number, to: number) =>
    to > from ? mixed(p, q, (t - from) / (to - from)) : q;
  const [ab, bc, cd] = [on(a, b, 0, t1), on(b, c, t1, t2), t3 > t2 ? on(c, d, t2, t3) : c];
  return mixed(on(ab, bc, 0, t2), mixed(bc, cd, (t - t1) / Math.max(t3 - t1, 1e-12)), (t - t1) / (t2 - t1));
}

/** A cubic Bézier curve by de Casteljau's construction. @param u 0 to 1 */
function bezier([a, b, c, d]: readonly [PathVertex, PathVertex, PathVertex, PathVertex], u: number): PathVertex {
  const [ab, bc, cd] = [mixed(a, b, u), mixed(b, c, u), mixed(c, d, u)];
  return mixed(mixed(ab, bc, u), mixed(bc, cd, u), u);
}

/** Metres below which a handle makes a corner. */
const CORNER_METRES = 1e-4;
const isCorner = ({ handle }: PathPoint) => handle !== undefined && Math.hypot(...handle) < CORNER_METRES;

/** The handle of a point between two others; by itself a sixth of the way between these. */
const handleOf = ({ handle }: PathPoint, before: PathVertex, after: PathVertex): PathVertex =>
  handle ?? ([0, 1, 2].map((k) => (after[k]! - before[k]!) / 6) as unknown as PathVertex);

const plus = (p: PathVertex, by: PathVertex, times: number): PathVertex =>
  [0, 1, 2].map((k) => p[k]! + times * by[k]!) as unknown as PathVertex;

/** The point at the end of a way seen in the other. */
const beyond = (end: PathVertex, before: PathVertex): PathVertex => mixed(before, end, 2);

/**
 * The knots of a path, the first at 0. An open path ends with one at 1; a closed one goes on to the first. Where
 * handles make a corner two knots stand in one place, so that each side has a slope of its own.
 * @param given at least one
 */
export const knotsOf = (given: readonly PathPoint[], way: PathWay): Knot[] => laid(given, way).knots;

/** The numbers at which the points of a path are reached. */
export const reachedAt = (given: readonly PathPoint[], way: PathWay): number[] => laid(given, way).reached;

/** Lays a path out: its knots, and the numbers at which its points are reached. */
function laid(
  given: readonly PathPoint[],
  { smooth, handles = false, closed, even }: PathWay,
): { knots: Knot[]; reached: number[] } {
  const points = given.map((p): PathVertex => p.place);
  const n = points.length;
  const ways = n < 2 ? 0 : closed ? n : n - 1;
  if (ways === 0) return { knots: [[...points[0]!, 0]], reached: points.map(() => 0) };
  const at = (i: number): PathVertex => {
    if (closed) return points[(i + n) % n]!;
    return i < 0 ? beyond(points[0]!, points[1]!) : i >= n ? beyond(points[n - 1]!, points[n - 2]!) : points[i]!;
  };
  const between = smooth ? Math.max(1, Math.min(MAX_KNOTS_BETWEEN, Math.floor(MAX_KNOTS / ways))) : 1;
  const knots: Knot[] = [];
  const reached: number[] = [];
  let gone = 0;
  for (let way = 0; way < ways; way++) {
    const ends = [at(way - 1), at(way), at(way + 1), at(way + 2)] as const;
    const [from, to] = [given[way]!, given[(way + 1) % n]!];
    const curve = [
      ends[1],
      plus(ends[1], handleOf(from, ends[0], ends[2]), 1),
      plus(ends[2], handleOf(to, ends[1], ends[3]), -1),
      ends[2],
    ] as const;
    const on = (u: number): PathVertex =>
      handles ? bezier(curve, u) : smooth ? catmullRom(ends, u) : mixed(ends[1], ends[2], u);
    reached.push(even ? gone : way);
    if (handles && isCorner(from)) knots.push([...ends[1], even ? gone : way]);
    const measured = lengths(on);
    const length = measured.at(-1)!;
    for (let k = 0; k < between; k++) {
      const u = even ? placeAt(measured, (length * k) / between) : k / between;
      knots.push([...on(u), even ? gone + (length * k) / between : way + k / between]);
    }
    gone += length;
  }
  const whole = even ? gone : ways;
  if (!closed) {
    knots.push([...points[n - 1]!, whole]);
    reached.push(whole);
  }
  // Where all points stand in one place there is no way to be told apart by.
  const part = (share: number, i: number, count: number) => (whole > 0 ? share / whole : i / count);
  return {
    knots: knots.map(([x, y, z, share], i) => [x, y, z, part(share, i, knots.length)]),
    reached: reached.map((share, i) => part(share, i, reached.length)),
  };
}

/** The handle that a point of a path has, its own or by its neighbours. */
export function handleAt(given: readonly PathPoint[], index: number, closed: boolean): PathVertex {
  const n = given.length;
  const [here, before, after] = [given[index]!, given[index - 1], given[index + 1]].map((p) => p?.place);
  const first = before ?? (closed ? given[n - 1]!.place : after && beyond(here!, after));
  const last = after ?? (closed ? given[0]!.place : before && beyond(here!, before));
  return handleOf(given[index]!, first ?? here!, last ?? here!);
}

/** How far it is to each of the places in which a way is measured. */
function lengths(on: (u: number) => PathVertex): number[] {
  const sums = [0];
  for (let i = 1; i <= MEASURED_PIECES; i++)
    sums.push(sums[i - 1]! + apart(on((i - 1) / MEASURED_PIECES), on(i / MEASURED_PIECES)));
  return sums;
}

/** The part of a way at which a length is reached. */
function placeAt(measured: readonly number[], length: number): number {
  const i = Math.max(
    1,
    measured.findIndex((sum, k) => k > 0 && sum >= length),
  );
  const [from, to] = [measured[i - 1]!, measured[i]!];
  return (i - 1 + (to > from ? (length - from) / (to - from) : 0)) / MEASURED_PIECES;
}

/** Between which knots a number lies, with those before and after them, as the next round has them. */
function around(knots: readonly Knot[], closed: boolean, x: number): [Knot, Knot, Knot, Knot] {
  const n = knots.length;
  const i = Math.max(
    0,
    knots.findLastIndex((k) => k[3] <= x),
  );
  const at = (k: number): Knot => {
    if (!closed) return knots[Math.min(Math.max(k, 0), n - 1)]!;
    const [px, py, pz, share] = knots[(k + n) % n]!;
    return [px, py, pz, share + Math.floor(k / n)];
  };
  const from = closed ? i : Math.min(i, Math.max(0, n - 2));
  return [at(from - 1), at(from), at(from + 1), at(from + 2)];
}

/** Slope at a knot by the parabola through it and its neighbours; at an end that to the only neighbour. */
function slopeAt(a: Knot, b: Knot, c: Knot, axis: number): number {
  const [before, after] = [b[3] - a[3], c[3] - b[3]];
  const [s0, s1] = [(b[axis]! - a[axis]!) / Math.max(before, 1e-6), (c[axis]! - b[axis]!) / Math.max(after, 1e-6)];
  if (before < 1e-6) return s1;
  return after < 1e-6 ? s0 : (s0 * after + s1 * before) / (before + after);
}

/**
 * Where a number leads on a path, the same as in the program: `pathBetween` of the library. On a closed path numbers
 * go round; on an open one they end at its ends.
 */
export function alongPath(knots: readonly Knot[], { smooth, closed }: Omit<PathWay, 'even'>, t: number): PathVertex {
  if (knots.length === 1) return [knots[0]![0], knots[0]![1], knots[0]![2]];
  const x = closed ? t - Math.floor(t) : Math.min(1, Math.max(0, t));
  const [a, b, c, d] = around(knots, closed, x);
  const width = Math.max(c[3] - b[3], 1e-6);
  const s = Math.min(1, Math.max(0, (x - b[3]) / width));
  if (!smooth) return mixed(b, c, s);
  const r = 1 - s;
  return [0, 1, 2].map(
    (k) =>
      r * r * ((1 + 2 * s) * b[k]! + s * width * slopeAt(a, b, c, k)) +
      s * s * ((3 - 2 * s) * c[k]! - r * width * slopeAt(b, c, d, k)),
  ) as unknown as PathVertex;
}
