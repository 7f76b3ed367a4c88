import { NO_ASSETS } from '@/core/assets/assets';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formExtent } from '@/core/forms/extent';
import { addStep, addStrand, blankPiece } from '@/core/piece/edit';
import type { Vector } from '@/core/piece/types';
import { frameAll } from './orbit';

const dot = (a: Vector, b: Vector) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const minus = (a: Vector, b: Vector) => a.map((v, i) => v - b[i]!) as Vector;
const number = fc.double({ min: -20, max: 20, noNaN: true });
const point = fc.tuple(number, number, number) as fc.Arbitrary<Vector>;

/** Where a point is in the picture: -1 to 1 from side to side and from bottom to top. */
function seen({ position, target }: { position: Vector; target: Vector }, q: Vector, angle: number, aspect: number) {
  const length = Math.hypot(...minus(target, position));
  const ahead = minus(target, position).map((v) => v / length) as Vector;
  const flat = Math.hypot(ahead[0], ahead[2]);
  const side: Vector = [-ahead[2] / flat, 0, ahead[0] / flat];
  const up: Vector = [
    side[1] * ahead[2] - side[2] * ahead[1],
    side[2] * ahead[0] - side[0] * ahead[2],
    side[0] * ahead[1] - side[1] * ahead[0],
  ];
  const to = minus(q, position);
  const tall = Math.tan(angle / 2) * dot(to, ahead);
  return [dot(to, side) / (tall * aspect), dot(to, up) / tall];
}

describe('framing all', () => {
  it('shows every point, and comes so near that some touch the margin', () => {
    fc.assert(
      fc.property(
        fc.array(point, { minLength: 2, maxLength: 12 }),
        point,
        fc.constantFrom(16 / 9, 1, 9 / 16),
        (points, from, aspect) => {
          fc.pre(Math.hypot(from[0], from[2]) > 1 && Math.hypot(...minus(points[0]!, points[1]!)) > 0.1);
          const view = frameAll({ position: from, target: [0, 0, 0] }, points, 0.7, aspect);
          const places = points.flatMap((q) => seen(view, q, 0.7, aspect));
          const most = Math.max(...places.map(Math.abs));
          expect(most).toBeLessThanOrEqual(0.8801);
          // Points that are one behind the other are kept at a distance.
          const near = Math.min(...points.map((q) => Math.hypot(...minus(q, view.position))));
          if (near > 0.25) expect(most).toBeGreaterThan(0.879);
        },
      ),
    );
  });

  it('knows how far copies in place reach', async () => {
    let piece = addStrand(blankPiece(), 'form', 'a', 'form.box');
    piece = addStep(piece, 's1', 1, 'form.nest', { count: 5, ratio: 1, turn: [0, 0, 0], shift: [2, 0, 0] });
    const extent = await formExtent(piece, NO_ASSETS, piece.strands[0]!, 0);
    const across = [...extent].filter((_, i) => i % 3 === 0);
    expect(Math.max(...across) - Math.min(...across)).toBeCloseTo(9, 1);
  });
});
