import earcut from 'earcut';
import { fromFaces, MeshError, refuseTooMany, type Mesh } from '../mesh';
import letters from './letters.json' with { type: 'json' };

interface Font {
  em: number;
  /** Font units in the height of a capital letter. */
  capital: number;
  /** Advance in font units, and the outline as SVG path data, y upwards. */
  glyphs: Record<string, [advance: number, outline: string] | undefined>;
}

/** The shipped font; scripts/letters.mjs writes it. */
const FONTS = letters as unknown as Record<'regular' | 'bold', Font>;

export type Weight = keyof typeof FONTS;
export type Align = 'left' | 'centre' | 'right';

type OutlinePoint = readonly [number, number];

/** Outlines of a glyph as closed rings of points; curves become `pieces` straight ones. */
function rings(path: string, pieces: number): OutlinePoint[][] {
  const out: OutlinePoint[][] = [];
  let now: OutlinePoint[] = [];
  for (const [, name, text] of path.matchAll(/([MLQCZ])([-\d. ]*)/g)) {
    const n = text!.trim() === '' ? [] : text!.trim().split(' ').map(Number);
    const to: OutlinePoint = [n.at(-2) ?? 0, n.at(-1) ?? 0];
    if (name === 'M') now = [to];
    else if (name === 'Z') {
      if (now.length > 2) out.push(closed(now));
    } else {
      const controls: OutlinePoint[] = [
        now.at(-1)!,
        ...Array.from({ length: n.length / 2 }, (_, i): OutlinePoint => [n[2 * i]!, n[2 * i + 1]!]),
      ];
      const steps = name === 'L' ? 1 : pieces;
      for (let k = 1; k <= steps; k++) now.push(onCurve(controls, k / steps));
    }
  }
  return out;
}

/** De Casteljau's construction, for any degree. */
function onCurve(controls: readonly OutlinePoint[], t: number): OutlinePoint {
  let row = controls;
  while (row.length > 1)
    row = row
      .slice(1)
      .map(([x, y], i): OutlinePoint => [row[i]![0] + (x - row[i]![0]) * t, row[i]![1] + (y - row[i]![1]) * t]);
  return row[0]!;
}

/** Without points that lie on the one before, the end on the beginning with them. */
function closed(ring: OutlinePoint[]): OutlinePoint[] {
  return ring.filter(([x, y], i) => {
    const [bx, by] = ring.at(i - 1)!;
    return x !== bx || y !== by;
  });
}

/** Even-odd: is a point inside of a ring? */
function inside([x, y]: OutlinePoint, ring: OutlinePoint[]): boolean {
  let odd = false;
  ring.forEach(([ax, ay], i) => {
    const [bx, by] = ring.at(i - 1)!;
    if (ay > y !== by > y && x < ax + ((y - ay) / (by - ay)) * (bx - ax)) odd = !odd;
  });
  return odd;
}

/** Outer rings with the holes in each: a ring inside of an odd number of others is a hole of the innermost of them. */
function shapes(all: OutlinePoint[][]): OutlinePoint[][][] {
  const around = all.map((ring) => all.filter((other) => other !== ring && inside(ring[0]!, other)));
  const depth = new Map(all.map((ring, i) => [ring, around[i]!.length]));
  return all
    .filter((ring) => depth.get(ring)! % 2 === 0)
    .map((outer) => [
      outer,
      ...all.filter((ring, i) => around[i]!.includes(outer) && depth.get(ring) === depth.get(outer)! + 1),
    ]);
}

/** Most letters at a time. */
const MAX_LETTERS = 400;

/** How a text is set. */
export interface Lettering {
  weight: Weight;
  /** Of a capital letter, in metres. */
  height: number;
  /** Between letters, in capital heights, on top of the font's own. */
  spacing: number;
  align: Align;
  /** Straight pieces to a curve. */
  pieces: number;
}

/**
 * Letters as flat triangles that face the viewer, the text's middle at the origin. Each letter
 * counts as one face for fields by face: it has one number, middle and normal.
 * @throws MeshError where the font lacks a letter
 */
export function text(words: string, { weight, height, spacing, align, pieces }: Lettering): Mesh {
  const font = FONTS[weight];
  const lines = words.split('\n').map((line) => [...line]);
  if (lines.flat().length > MAX_LETTERS)
    throw new MeshError(`${lines.flat().length} letters; at most ${MAX_LETTERS} are set at a time.`);
  const unit = height / font.capital;
  const lead = 1.25 * font.em;
  const widthOf = (line: string[]) =>
    line.reduce(
      (sum, l) => sum + advance(font, l) + spacing * font.capital,
      line.length > 0 ? -spacing * font.capital : 0,
    );
  const widest = Math.max(...lines.map(widthOf));
  const points: number[][] = [];
  const faces: number[][] = [];
  const letterOf: number[] = [];
  const middles: number[][] = [];
  lines.forEach((line, row) => {
    const left = align === 'left' ? 0 : (widest - widthOf(line)) * (align === 'right' ? 1 : 0.5);
    let x = left - widest / 2;
    const y = ((lines.length - 1) / 2 - row) * lead - font.capital / 2;
    for (const letter of line) {
      const first = points.length;
      for (const shape of shapes(rings(font.glyphs[letter]![1], pieces))) {
        const from = points.length;
        const flat = shape.flat();
        points.push(...flat.map(([px, py]) => [(x + px) * unit, (y + py) * unit, 0]));
        const cut = earcut(
          flat.flat(),
          shape.slice(1).map((_, i) => shape.slice(0, i + 1).reduce((sum, ring) => sum + ring.length, 0)),
        );
        for (let k = 0; k < cut.length; k += 3) {
          faces.push(turnedUp(points, [from + cut[k]!, from + cut[k + 1]!, from + cut[k + 2]!]));
          letterOf.push(middles.length);
        }
      }
      if (points.length > first) middles.push(middleOf(points.slice(first)));
      x += advance(font, letter) + spacing * font.capital;
    }
  });
  refuseTooMany('This text', points.length, faces.length, 'Use fewer letters or pieces.');
  const size = [0, 1].map((k) => Math.max(1e-9, ...points.map((p) => Math.abs(p[k]!))));
  const perFace = (of: (letter: number) => number[]) => Float32Array.from(letterOf.flatMap(of));
  return fromFaces(points, faces, {
    pointData: {
      uv: {
        size: 2,
        data: Float32Array.from(points.flatMap((p) => [0.5 + p[0]! / (2 * size[0]!), 0.5 + p[1]! / (2 * size[1]!)])),
      },
    },
    faceData: {
      number: { size: 1, data: perFace((n) => [n]) },
      middle: { size: 3, data: perFace((n) => middles[n]!) },
      facing: { size: 3, data: perFace(() => [0, 0, 1]) },
    },
  });
}

function advance(font: Font, letter: string): number {
  const glyph = font.glyphs[letter];
  if (!glyph)
    throw new MeshError(
      `The font has no "${letter}"; it has the letters, digits and signs of western European languages.`,
    );
  return glyph[0];
}

/** Counter-clockwise as the viewer sees it. */
function turnedUp(points: number[][], [a, b, c]: [number, number, number]): number[] {
  const [p, q, r] = [points[a]!, points[b]!, points[c]!];
  return (q[0]! - p[0]!) * (r[1]! - p[1]!) - (q[1]! - p[1]!) * (r[0]! - p[0]!) > 0 ? [a, b, c] : [a, c, b];
}

function middleOf(points: number[][]): number[] {
  return [0, 1, 2].map((k) => {
    const values = points.map((p) => p[k]!);
    return (Math.min(...values) + Math.max(...values)) / 2;
  });
}
