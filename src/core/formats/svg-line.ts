import svgpath from 'svgpath';
import type { PathVertex } from '../mesh/path';
import type { TakenPath } from '../mesh/path-from';
import { fitted } from '../mesh/path-from';

/** A line of an SVG cannot be taken; the message says why, for the artist. */
export class SvgLineError extends Error {
  override readonly name = 'SvgLineError';
}

const SVG_LINE_LIMITS = {
  /** Characters of a line. */
  text: 1024 * 1024,
  segments: 20_000,
} as const;

/** Points at which a line is read. */
const MAX_POINTS = 512;
/** Straight pieces that a curve is measured by. */
const PIECES_PER_CURVE = 16;

/** A shape as SVG says it: its name, its attributes, and the transforms around it from the outermost in. */
export interface SvgShape {
  name: string;
  attribute: (name: string) => string | null;
  transforms: readonly string[];
}

const number = (shape: SvgShape, name: string, otherwise = 0): number => {
  const value = Number.parseFloat(shape.attribute(name) ?? '');
  return Number.isFinite(value) ? value : otherwise;
};

/** What a round shape is as a path: two arcs. */
const round = (x: number, y: number, rx: number, ry: number): string =>
  `M${x - rx} ${y}A${rx} ${ry} 0 1 1 ${x + rx} ${y}A${rx} ${ry} 0 1 1 ${x - rx} ${y}Z`;

/** Shapes of SVG 1.1 as the data of a path, by their names. */
const PATHS: Record<string, (shape: SvgShape) => string> = {
  path: (s) => s.attribute('d') ?? '',
  polyline: (s) => `M${s.attribute('points') ?? ''}`,
  polygon: (s) => `M${s.attribute('points') ?? ''}Z`,
  line: (s) => `M${number(s, 'x1')} ${number(s, 'y1')}L${number(s, 'x2')} ${number(s, 'y2')}`,
  circle: (s) => round(number(s, 'cx'), number(s, 'cy'), number(s, 'r'), number(s, 'r')),
  ellipse: (s) => round(number(s, 'cx'), number(s, 'cy'), number(s, 'rx'), number(s, 'ry')),
  rect: (s) => {
    const [x, y, w, h] = ['x', 'y', 'width', 'height'].map((name) => number(s, name)) as [
      number,
      number,
      number,
      number,
    ];
    return `M${x} ${y}H${x + w}V${y + h}H${x}Z`;
  },
};

/** Names of the shapes that have a line. */
export const SVG_SHAPES = Object.keys(PATHS);

/**
 * The line of a shape, upright and two metres on its longer side; of a path with several parts the first.
 * It is parsed and cut into straight pieces once, however many points are read of it.
 * @throws SvgLineError
 */
export function svgLine(shape: SvgShape): TakenPath {
  const text = PATHS[shape.name]?.(shape) ?? '';
  if (text.length > SVG_LINE_LIMITS.text) throw new SvgLineError('Its line is longer than 1 MB; simplify it first.');
  const own = shape.attribute('transform');
  let path = svgpath(text);
  for (const transform of [...(own ? [own] : []), ...shape.transforms.toReversed()]) path = path.transform(transform);
  const corners = cornersOf(path.abs().unshort().unarc());
  const lengths = [0];
  for (const [i, corner] of corners.slice(1).entries())
    lengths.push(lengths[i]! + Math.hypot(corner[0] - corners[i]![0], corner[1] - corners[i]![1]));
  const length = lengths.at(-1)!;
  if (!(length > 0) || !Number.isFinite(length)) throw new SvgLineError('The first line in it has no length.');
  const [begin, end] = [corners[0]!, corners.at(-1)!];
  const closed = Math.hypot(begin[0] - end[0], begin[1] - end[1]) < length * 1e-3;
  const count = closed ? MAX_POINTS : MAX_POINTS - 1;
  const points: PathVertex[] = [];
  for (let i = 0, at = 0; i < MAX_POINTS; i++) {
    const wanted = (length * i) / count;
    while (at < corners.length - 2 && lengths[at + 1]! < wanted) at++;
    const part = (wanted - lengths[at]!) / Math.max(lengths[at + 1]! - lengths[at]!, 1e-12);
    const [a, b] = [corners[at]!, corners[at + 1]!];
    points.push([a[0] + (b[0] - a[0]) * part, -(a[1] + (b[1] - a[1]) * part), 0]);
  }
  return fitted({ points, closed });
}

type Flat = [number, number];

/** The corners of straight pieces along the first part of a path of lines and Bézier curves. */
function cornersOf(path: ReturnType<typeof svgpath>): Flat[] {
  const corners: Flat[] = [];
  let over = false;
  let segments = 0;
  path.iterate(([command, ...numbers], _index, x, y) => {
    if (over) return;
    if (++segments > SVG_LINE_LIMITS.segments)
      throw new SvgLineError(`Its line has more than ${SVG_LINE_LIMITS.segments.toLocaleString('en')} parts.`);
    const n = numbers as number[];
    if (!n.every(Number.isFinite)) throw new SvgLineError('The line in it holds what is no number.');
    switch (command) {
      case 'M':
        if (corners.length > 1) over = true;
        else corners.splice(0, 1, [n[0]!, n[1]!]);
        return;
      case 'L':
        corners.push([n[0]!, n[1]!]);
        return;
      case 'H':
        corners.push([n[0]!, y]);
        return;
      case 'V':
        corners.push([x, n[0]!]);
        return;
      case 'Q':
      case 'C':
        corners.push(...curve([[x, y], ...pairs(n)]));
        return;
      case 'Z':
        if (corners.length > 0) corners.push([...corners[0]!]);
        over = true;
    }
  });
  return corners;
}

const pairs = (numbers: readonly number[]): Flat[] =>
  Array.from({ length: numbers.length / 2 }, (_, i) => [numbers[2 * i]!, numbers[2 * i + 1]!]);

/** Points along a Bézier curve after its first, by de Casteljau's construction. */
function curve(points: Flat[]): Flat[] {
  return Array.from({ length: PIECES_PER_CURVE }, (_, i) => {
    const t = (i + 1) / PIECES_PER_CURVE;
    let row = points;
    while (row.length > 1)
      row = row
        .slice(1)
        .map((b, k): Flat => [row[k]![0] + (b[0] - row[k]![0]) * t, row[k]![1] + (b[1] - row[k]![1]) * t]);
    return row[0]!;
  });
}
