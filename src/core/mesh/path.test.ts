import { NO_ASSETS } from '../assets/assets';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addStrand, blankPiece } from '../piece/edit';
import type { Vector } from '../piece/types';
import { Evaluator, placeRows } from '../weave';
import { alongPath, handleAt, knotsOf, reachedAt, type PathWay, type PathVertex } from './path';

const CORNER: Vector = [0, 0, 0];
const SMOOTH: PathWay = { smooth: true, closed: false, even: true };
const square: PathVertex[] = [
  [0, 0, 0],
  [1, 0, 0],
  [1, 0, 1],
  [0, 0, 1],
];
const placed = (points: readonly PathVertex[]) => points.map((p) => ({ place: [...p] as Vector }));
const knotted = (points: readonly PathVertex[], way: PathWay) => knotsOf(placed(points), way);
const at = (points: readonly PathVertex[], way: PathWay, t: number) => alongPath(knotted(points, way), way, t);
const apart = (a: readonly number[], b: readonly number[]) => Math.hypot(...a.map((v, i) => v - b[i]!));
const near = (a: readonly number[], b: readonly number[], digits = 6) =>
  a.forEach((v, i) => expect(v).toBeCloseTo(b[i]!, digits));

const numbers = fc.integer({ min: -40, max: 40 }).map((n) => n / 10);
const places: fc.Arbitrary<PathVertex[]> = fc.array(fc.tuple(numbers, numbers, numbers), {
  minLength: 1,
  maxLength: 9,
});
const ways = fc.record({ smooth: fc.boolean(), closed: fc.boolean(), even: fc.boolean() });

describe('a path', () => {
  it('straight around a square is where the distance says', () => {
    const way = { smooth: false, closed: true, even: true };
    near(at(square, way, 0.125), [0.5, 0, 0]);
    near(at(square, way, 0.5), [1, 0, 1]);
    near(at(square, way, 0.9375), [0, 0, 0.25]);
    near(at(square, way, 1.125), [0.5, 0, 0]);
    near(at(square, way, -0.0625), [0, 0, 0.25]);
  });

  it('goes by distance, or as long from each point to the next', () => {
    const long: PathVertex[] = [
      [0, 0, 0],
      [1, 0, 0],
      [4, 0, 0],
    ];
    for (const smooth of [true, false]) {
      near(at(long, { smooth, closed: false, even: true }, 0.25), [1, 0, 0], 3);
      near(at(long, { smooth, closed: false, even: false }, 0.5), [1, 0, 0]);
    }
  });

  it('goes through its points, begins at the first and ends at the last', () => {
    fc.assert(
      fc.property(places, ways, (points, way) => {
        const knots = knotted(points, way);
        near(alongPath(knots, way, 0), points[0]!);
        if (!way.closed) near(alongPath(knots, way, 1), points.at(-1)!);
        for (const p of points) expect(Math.min(...knots.map((k) => apart(k.slice(0, 3), p)))).toBeLessThan(1e-9);
        if (!way.closed) near(alongPath(knots, way, 7), points.at(-1)!);
        else near(alongPath(knots, way, 3.3), alongPath(knots, way, 0.3), 5);
      }),
    );
  });

  it('never jumps and never leaves numbers, wherever its points stand', () => {
    fc.assert(
      fc.property(places, ways, (points, way) => {
        const knots = knotted(points, way);
        // As many as there are here of the ways between points, of which each may be gone in a short part of it.
        const seen = Array.from({ length: 1201 }, (_, i) => alongPath(knots, way, i / 1201));
        const span = Math.max(...points.map((p) => apart(p, points[0]!)));
        for (const [i, p] of seen.entries()) {
          expect(p.every(Number.isFinite)).toBe(true);
          if (i > 0 && way.even) expect(apart(p, seen[i - 1]!)).toBeLessThan(0.06 * span * points.length + 1e-9);
        }
      }),
      { numRuns: 40 },
    );
  });

  it('through four points of a circle is nearly one, at a nearly even speed', () => {
    const round: PathVertex[] = Array.from({ length: 8 }, (_, i) => [
      Math.cos((i * Math.PI) / 4),
      Math.sin((i * Math.PI) / 4),
      0,
    ]);
    const way = { ...SMOOTH, closed: true };
    const seen = Array.from({ length: 200 }, (_, i) => at(round, way, i / 200));
    for (const p of seen) expect(Math.hypot(p[0], p[1])).toBeCloseTo(1, 1);
    const speeds = seen.slice(1).map((p, i) => apart(p, seen[i]!));
    expect(Math.max(...speeds) / Math.min(...speeds)).toBeLessThan(1.06);
  });

  it('by handles of 0.5523 of the radius four points make a circle, as is known of cubic curves', () => {
    const k = (4 / 3) * (Math.SQRT2 - 1);
    const points = [0, 1, 2, 3].map((i) => {
      const [x, y] = [Math.cos((i * Math.PI) / 2), Math.sin((i * Math.PI) / 2)];
      return { place: [x, y, 0] as Vector, handle: [-y * k, x * k, 0] as Vector };
    });
    const way = { ...SMOOTH, handles: true, closed: true };
    const knots = knotsOf(points, way);
    for (let i = 0; i < 100; i++) {
      const [x, y] = alongPath(knots, way, i / 100);
      expect(Math.hypot(x, y)).toBeCloseTo(1, 2);
      near([x, y], [Math.cos((2 * Math.PI * i) / 100), Math.sin((2 * Math.PI * i) / 100)], 2);
    }
    expect(reachedAt(points, way)).toEqual([0, 0.25, 0.5, 0.75].map((v) => expect.closeTo(v, 6)));
  });

  it('a handle of no length makes a corner: the way in and the way out are straight', () => {
    const points = placed(square).map((p) => ({ ...p, handle: CORNER }));
    const way = { ...SMOOTH, handles: true, closed: true };
    const knots = knotsOf(points, way);
    for (const [t, place] of [
      [0.125, [0.5, 0, 0]],
      [0.24, [0.96, 0, 0]],
      [0.26, [1, 0, 0.04]],
      [0.99, [0, 0, 0.04]],
    ] as const)
      near(alongPath(knots, way, t), place, 2);
  });

  it('handles by themselves follow the neighbours, at the ends of an open path as well', () => {
    const points = placed([
      [0, 0, 0],
      [3, 0, 0],
      [3, 3, 0],
    ]);
    expect(handleAt(points, 1, false)).toEqual([0.5, 0.5, 0]);
    expect(handleAt(points, 0, false)).toEqual([1, 0, 0]);
    expect(handleAt(points, 0, true)).toEqual([0, -0.5, 0]);
    expect(handleAt(placed([[1, 2, 3]]), 0, false)).toEqual([0, 0, 0]);
  });

  it('is the same in the program', async () => {
    const scattered = fc.sample(places, { numRuns: 12, seed: 7 });
    for (const points of [square, ...scattered])
      for (const way of [
        SMOOTH,
        { ...SMOOTH, closed: true },
        { smooth: false, closed: true, even: false },
        { ...SMOOTH, handles: true },
        { ...SMOOTH, handles: true, closed: true, even: false },
      ]) {
        const piece = addStrand(
          addStrand(blankPiece(), 'signal', 'x', 'signal.cycle', { wave: 'saw' }),
          'field',
          'y',
          'field.position',
        );
        // Every third point has a handle, every third is a corner.
        const own = placed(points).map((p, i) =>
          i % 3 === 1 ? { ...p, handle: [0.3, -0.2, 0.1] as Vector } : i % 3 === 2 ? { ...p, handle: CORNER } : p,
        );
        const params = {
          points: own,
          run: way.handles ? 'handles' : way.smooth ? 'smooth' : 'straight',
          ends: way.closed ? 'closed' : 'open',
          pace: way.even ? 'distance' : 'points',
        };
        const row = piece.strands[0]!;
        const steps = [...row.steps, { id: 't9', op: 'signal.along-path', params }];
        const whole = { ...piece, strands: [{ ...row, steps }] };
        const evaluator = await Evaluator.make(whole, NO_ASSETS, [{ strand: 's1' }, { strand: 's1', step: 't1' }]);
        const knots = knotsOf(own, way);
        for (const phase of [0.01, 0.2, 0.371, 0.5, 0.83, 0.99]) {
          const place = placeRows([{ phase }]);
          const [t] = evaluator.run(1, place, 1);
          near([...evaluator.run(0, place, 1)], alongPath(knots, way, t!), 3);
        }
      }
  });

  it('begins and ends straight where it is open, and goes round where it is closed', () => {
    const corner = placed([
      [0, 0, 0],
      [1, 0, 0],
      [1, 1, 0],
    ]);
    const open = { smooth: true, closed: false, even: false };
    // The points beyond the ends mirror their neighbours: the first piece leaves along its chord.
    const [x, y] = alongPath(knotsOf(corner, open), open, 0.02);
    expect(Math.abs(y! / x!)).toBeLessThan(0.2);
    const round = { ...open, closed: true };
    const [u, v] = alongPath(knotsOf(corner, round), round, 0.02);
    // Closed, the last point pulls the beginning its way.
    expect(v! / u!).toBeLessThan(-0.3);
  });

  it('of many points has no more knots than are allowed, and each point is one of them', () => {
    const way = { smooth: true, closed: false, even: false };
    const knotsFor = (count: number) =>
      knotsOf(placed(Array.from({ length: count }, (_, i) => [Math.cos(i / 20), Math.sin(i / 17), i / 100])), way);
    // Four pieces from point to point, and fewer where there are more than 96 knots then.
    expect([3, 9, 25, 33, 49, 97].map((n) => knotsFor(n).length)).toEqual([9, 33, 97, 97, 97, 97]);
  });

  it('where two points are one stands still there, and no number is lost', () => {
    const twice = placed([
      [0, 0, 0],
      [1, 0, 0],
      [1, 0, 0],
      [2, 0, 0],
    ]);
    for (const smooth of [true, false]) {
      const way = { smooth, closed: false, even: false };
      const knots = knotsOf(twice, way);
      for (const t of [0, 0.2, 1 / 3, 0.5, 2 / 3, 1])
        expect(alongPath(knots, way, t).every(Number.isFinite)).toBe(true);
      expect(alongPath(knots, way, 0.5)[0]).toBeCloseTo(1, 5);
    }
  });
});
