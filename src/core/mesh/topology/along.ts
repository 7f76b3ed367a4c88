import { basis } from '../frames';
import { MeshError, pointCount, type Mesh } from '../mesh';
import { bareSheet } from '../sheet';
import { add, at3, cross, dot, length, scale, sub, unit, type Vec } from '../vectors';

/** What is laid along the points of a form, in their order. */
export interface AlongOptions {
  /** From the last point on to the first. */
  closed: boolean;
  /** How often it turns about its own line, from beginning to end, in turns. */
  twist: number;
}

/** A point of a line, its direction, and a direction across it that turns no more than it must. */
interface LineFrame {
  at: Vec;
  /** Which point of the form it is. */
  point: number;
  way: Vec;
  across: Vec;
}

/** Points nearer to each other than this are one. */
const SAME_POINT_METRES = 1e-7;

/** The points of a form that are a line: of those in one place the first. @throws MeshError where they are too few */
function lineOf(mesh: Mesh, closed: boolean): number[] {
  const at = (i: number) => at3(mesh.positions, i);
  const isSame = (a: number, b: number) => length(sub(at(a), at(b))) <= SAME_POINT_METRES;
  const points: number[] = [];
  for (let i = 0; i < pointCount(mesh); i++) if (points.length === 0 || !isSame(i, points.at(-1)!)) points.push(i);
  if (closed && points.length > 2 && isSame(points[0]!, points.at(-1)!)) points.pop();
  if (points.length < (closed ? 3 : 2))
    throw new MeshError(
      `A line needs at least ${closed ? 'three' : 'two'} points in different places; put points on a path before it.`,
    );
  return points;
}

/**
 * Frames along the points of a form that do not turn about the line: the double reflection of W. Wang, B. Jüttler,
 * D. Zheng and Y. Liu, "Computation of Rotation Minimizing Frames", ACM Transactions on Graphics 27(1), 2008. On a
 * closed line what is left of the turn is spread over all of it, and the first point comes again at the end.
 */
function framesAlong(mesh: Mesh, { closed, twist }: AlongOptions): LineFrame[] {
  const line = lineOf(mesh, closed);
  const n = line.length;
  const at = (i: number) => at3(mesh.positions, line[closed ? (i + n) % n : Math.min(Math.max(i, 0), n - 1)]!);
  const wayAt = (i: number) => unit(sub(at(i + 1), at(i - 1)), unit(sub(at(i + 1), at(i))));
  const last = closed ? n : n - 1;
  const across = [levelAcross(wayAt(0))];
  for (let i = 0; i < last; i++) across.push(carried(at(i), at(i + 1), wayAt(i), wayAt(i + 1), across[i]!));
  const left = closed ? turnBetween(across[n]!, across[0]!, wayAt(0)) : 0;
  return across.map((direction, i) => ({
    at: at(i),
    point: line[i % n]!,
    way: wayAt(i),
    across: about(direction, wayAt(i), ((left + 2 * Math.PI * twist) * i) / last),
  }));
}

/** Across a direction, and level where there is such. */
const levelAcross = (way: Vec): Vec => {
  const level = cross([0, 1, 0], way);
  return length(level) > 1e-6 ? unit(level) : basis(way)[0];
};

/** A direction across one point of a line, at the next. */
function carried(from: Vec, to: Vec, way: Vec, next: Vec, across: Vec): Vec {
  const reflected = (v: Vec, by: Vec) => {
    const size = dot(by, by);
    return size > 1e-20 ? sub(v, scale(by, (2 * dot(by, v)) / size)) : v;
  };
  const step = sub(to, from);
  return unit(reflected(reflected(across, step), sub(next, reflected(way, step))), across);
}

/** Angle from one direction to another about an axis, in radians. */
const turnBetween = (from: Vec, to: Vec, axis: Vec) => Math.atan2(dot(cross(from, to), axis), dot(from, to));

/** A direction across an axis, turned about it. @param angle radians */
const about = (v: Vec, axis: Vec, angle: number): Vec =>
  add(scale(v, Math.cos(angle)), scale(cross(axis, v), Math.sin(angle)));

/** Does a closed line meet its own beginning as it set out? */
const meetsItself = ({ closed, twist }: AlongOptions): boolean => closed && Number.isInteger(twist);

/**
 * A tube along the points of a form. U runs around it, V along.
 * @param radius metres at each point of the form
 * @param options `caps` close its ends where it has some
 * @throws MeshError
 */
export function tubeAlong(
  mesh: Mesh,
  radius: Float32Array,
  options: AlongOptions & { sides: number; caps: boolean },
): Mesh {
  const frames = framesAlong(mesh, options);
  const { sides } = options;
  const capped = options.caps && !options.closed;
  // A cap is one more row, all of it in one point.
  const first = capped ? 1 : 0;
  const rows = frames.length - 1 + 2 * first;
  const place = (column: number, row: number): Vec => {
    const { at, point, way, across } = frames[Math.min(Math.max(row - first, 0), frames.length - 1)]!;
    if (capped && (row === 0 || row === rows)) return at;
    return add(at, scale(about(across, way, (2 * Math.PI * column) / sides), radius[point]!));
  };
  const alone = bareSheet(sides, rows, place, {
    around: true,
    along: meetsItself(options),
    begin: capped,
    end: capped,
  });
  return { ...alone, shading: mesh.shading };
}

/**
 * A ribbon along the points of a form. U runs across it, V along.
 * @param width metres at each point of the form
 * @throws MeshError
 */
export function ribbonAlong(mesh: Mesh, width: Float32Array, options: AlongOptions): Mesh {
  const frames = framesAlong(mesh, options);
  const place = (column: number, row: number): Vec => {
    const { at, point, across } = frames[row]!;
    return add(at, scale(across, (column - 0.5) * width[point]!));
  };
  const alone = bareSheet(1, frames.length - 1, place, { along: meetsItself(options) });
  return { ...alone, shading: mesh.shading };
}
