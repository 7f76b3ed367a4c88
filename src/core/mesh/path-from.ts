import { refineLine } from '../refine-line';
import { adjacencyOf } from './adjacency';
import { MeshError, type Mesh } from './mesh';
import type { PathVertex } from './path';

/** Where the points of a path are taken from. */

export interface TakenPath {
  points: PathVertex[];
  closed: boolean;
}

/** A circle of radius 1 about the middle, lying. @param count its points, evenly spread */
export const circlePath = (count = 8): TakenPath => ({
  points: Array.from({ length: count }, (_, i) => {
    const turn = (2 * Math.PI * i) / count;
    return [Math.cos(turn), 0, Math.sin(turn)];
  }),
  closed: true,
});

/** A spiral that rises from -1 to 1 m and grows from half a metre to one. */
export const spiralPath = (turns = 3, count = 8 * turns + 1): TakenPath => ({
  points: Array.from({ length: count }, (_, i) => {
    const share = i / (count - 1);
    const turn = 2 * Math.PI * turns * share;
    const radius = 0.5 + 0.5 * share;
    return [radius * Math.cos(turn), 2 * share - 1, radius * Math.sin(turn)];
  }),
  closed: false,
});

/**
 * The longest edge at which a mesh is open, as a line of its points.
 * @throws MeshError where the mesh is closed everywhere, or has no faces
 */
export function rimPath(mesh: Mesh): TakenPath {
  const { twin, next } = adjacencyOf(mesh);
  const { corners, positions } = mesh;
  // At an open corner the rim goes on from its point to that of the corner after it.
  const after = new Map<number, number>();
  for (let c = 0; c < corners.length; c++) if (twin[c]! < 0) after.set(corners[c]!, corners[next[c]!]!);
  const place = (p: number): PathVertex => [positions[3 * p]!, positions[3 * p + 1]!, positions[3 * p + 2]!];
  let longest: { points: PathVertex[]; closed: boolean; length: number } | null = null;
  while (after.size > 0) {
    const first = after.keys().next().value!;
    const points = [place(first)];
    let at = after.get(first);
    after.delete(first);
    while (at !== undefined && at !== first) {
      points.push(place(at));
      const then = after.get(at);
      after.delete(at);
      at = then;
    }
    const closed = at === first;
    const length = lengthOf(points, closed);
    if (!longest || length > longest.length) longest = { points, closed, length };
  }
  if (!longest || longest.points.length < 2)
    throw new MeshError('This form has no open edge: it is closed everywhere, or has no faces.');
  return { points: longest.points, closed: longest.closed };
}

const apart = (a: PathVertex, b: PathVertex) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

const lengthOf = (points: readonly PathVertex[], closed: boolean): number =>
  points.reduce((sum, p, i) => sum + (i > 0 ? apart(p, points[i - 1]!) : closed ? apart(p, points.at(-1)!) : 0), 0);

/** How far a point lies from the straight line between two. */
function offLine(p: PathVertex, a: PathVertex, b: PathVertex): number {
  const way = [b[0] - a[0], b[1] - a[1], b[2] - a[2]] as const;
  const whole = way[0] ** 2 + way[1] ** 2 + way[2] ** 2;
  const share = ((p[0] - a[0]) * way[0] + (p[1] - a[1]) * way[1] + (p[2] - a[2]) * way[2]) / (whole || 1);
  const t = Math.min(1, Math.max(0, share));
  return apart(p, [a[0] + t * way[0], a[1] + t * way[1], a[2] + t * way[2]]);
}

/** Part of a line's extent by which fewer points may miss it. */
const MAX_MISS_PART = 1 / 250;

/**
 * As few points of a line as miss it by no more than a 250th of its extent, where so many are enough. A closed line
 * keeps its first point and that farthest from it.
 * @param most points at most, at least 2
 */
export function fewerPoints({ points, closed }: TakenPath, most: number): TakenPath {
  if (points.length <= most) return { points: [...points], closed };
  // A closed line is one that ends where it began.
  const line = closed ? [...points, points[0]!] : points;
  const off = (p: number, a: number, b: number) => offLine(line[p]!, line[a]!, line[b]!);
  const allowed = MAX_MISS_PART * Math.max(...line.map((p) => apart(p, line[0]!)));
  const { kept } = refineLine(line.length, off, { allowed, most: closed ? most + 1 : most });
  const chosen = kept.map((i) => line[i]!);
  return { points: closed ? chosen.slice(0, -1) : chosen, closed };
}

/** A line moved and scaled so that its longer side is 2 m, about the middle. */
export function fitted({ points, closed }: TakenPath): TakenPath {
  const sides = [0, 1, 2].map((k) => {
    const all = points.map((p) => p[k]!);
    return [Math.min(...all), Math.max(...all)] as const;
  });
  const size = Math.max(...sides.map(([low, high]) => high - low)) || 1;
  const point = (p: PathVertex): PathVertex =>
    [0, 1, 2].map((k) => ((p[k]! - (sides[k]![0] + sides[k]![1]) / 2) * 2) / size) as unknown as PathVertex;
  return { points: points.map(point), closed };
}
