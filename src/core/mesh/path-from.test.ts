import { NO_ASSETS } from '../assets/assets';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bake } from '../forms/bake';
import { addStep, addStrand, blankPiece } from '../piece/edit';
import type { Step } from '../piece/types';
import { MeshError, type Mesh } from './mesh';
import { circlePath, fewerPoints, fitted, rimPath, spiralPath } from './path-from';
import type { PathVertex } from './path';

async function made(...rows: [string, Step['params']][]): Promise<Mesh> {
  const piece = rows
    .slice(1)
    .reduce(
      (p, [op, params], i) => addStep(p, 's1', i + 1, op, params),
      addStrand(blankPiece(), 'form', 'f', rows[0]![0], rows[0]![1]),
    );
  return (await bake(piece, NO_ASSETS, piece.strands[0]!))!;
}

const lengthOf = (points: readonly PathVertex[], closed: boolean) =>
  points.reduce((sum, p, i) => {
    const q = i > 0 ? points[i - 1]! : closed ? points.at(-1)! : p;
    return sum + Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);
  }, 0);

describe('lines that paths are taken from', () => {
  it('the edge of a sheet goes once round it', async () => {
    const sheet = await made(['form.grid', { columns: 7, rows: 4, width: 3, depth: 2 }]);
    const { points, closed } = rimPath(sheet);
    expect(closed).toBe(true);
    expect(points).toHaveLength(2 * (7 + 4));
    expect(lengthOf(points, closed)).toBeCloseTo(10, 5);
  });

  it('of several open edges the longest is taken; what is closed everywhere has none', async () => {
    const cone = await made(['form.tube', { radius: 0.5, height: 2, columns: 24, rows: 3 }]);
    expect(lengthOf(rimPath(cone).points, true)).toBeCloseTo(24 * 2 * 0.5 * Math.sin(Math.PI / 24), 3);
    const ball = await made(['form.ball', { radius: 1, columns: 12, rows: 8 }]);
    expect(() => rimPath(ball)).toThrow(MeshError);
    const cloud = await made(['form.points-grid', {}]);
    expect(() => rimPath(cloud)).toThrow('no open edge');
  });

  it('fewer points keep the corners first', () => {
    const side = (from: PathVertex, to: PathVertex): PathVertex[] =>
      Array.from({ length: 10 }, (_, i) => from.map((v, k) => v + ((to[k]! - v) * i) / 10) as unknown as PathVertex);
    const [a, b, c, d]: PathVertex[] = [
      [0, 0, 0],
      [2, 0, 0],
      [2, 1, 0],
      [0, 1, 0],
    ];
    const square = [...side(a!, b!), ...side(b!, c!), ...side(c!, d!), ...side(d!, a!)];
    expect(fewerPoints({ points: square, closed: true }, 32).points).toEqual([a, b, c, d]);
  });

  it('fewer points are points of the line, in its order, as few as asked for', () => {
    const number = fc.integer({ min: -30, max: 30 }).map((n) => n / 7);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(number, number, number), { minLength: 2, maxLength: 60 }),
        fc.boolean(),
        fc.integer({ min: 2, max: 40 }),
        (points, closed, most) => {
          const few = fewerPoints({ points, closed }, most).points;
          expect(few.length).toBeLessThanOrEqual(most);
          let at = -1;
          for (const p of few) {
            at = points.findIndex((q, i) => i > at && q === p);
            expect(at).toBeGreaterThanOrEqual(0);
          }
        },
      ),
    );
  });

  it('a fitted line is two metres on its longer side, about the middle', () => {
    const { points } = fitted({
      points: [
        [10, 0, 0],
        [50, 0, 0],
        [50, 10, 0],
      ],
      closed: false,
    });
    expect(points).toEqual([
      [-1, -0.25, 0],
      [1, -0.25, 0],
      [1, 0.25, 0],
    ]);
    expect(fitted({ points: [[3, 3, 3]], closed: false }).points).toEqual([[0, 0, 0]]);
  });

  it('circle and spiral have the lengths of theirs', () => {
    const circle = circlePath(64);
    expect(lengthOf(circle.points, true)).toBeCloseTo(2 * Math.PI, 1);
    const spiral = spiralPath(3);
    expect(spiral.points[0]).toEqual([0.5, -1, 0]);
    expect(spiral.points.at(-1)![1]).toBe(1);
    expect(spiral.points.length).toBeLessThanOrEqual(64);
  });
});
