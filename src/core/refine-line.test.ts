import fc from 'fast-check';
import { expect, it } from 'vitest';
import { refineLine } from './refine-line';

/** Height of a value over the straight line between two others. */
const offOf = (values: number[]) => (i: number, from: number, end: number) =>
  Math.abs(values[i]! - values[from]! - ((values[end]! - values[from]!) * (i - from)) / (end - from));

it('keeps the corners of a line of straight pieces, and nothing else', () => {
  const values = Array.from({ length: 101 }, (_, i) => (i < 30 ? i : i < 70 ? 60 - i : i - 80));
  expect(refineLine(101, offOf(values), { allowed: 1e-9, most: 50 })).toEqual({ kept: [0, 30, 70, 100], error: 0 });
});

it('with room for fewer, takes the worst first, and says by how much it is off', () => {
  const values = Array.from({ length: 101 }, (_, i) => (i === 20 ? 3 : i === 60 ? 8 : 0));
  expect(refineLine(101, offOf(values), { allowed: 0, most: 3 }).kept).toEqual([0, 60, 100]);
  const straight = Array.from({ length: 9 }, (_, i) => 2 * i);
  expect(refineLine(9, offOf(straight), { allowed: 0, most: 9 })).toEqual({ kept: [0, 8], error: 0 });
  expect(refineLine(2, offOf([1, 5]), { allowed: 0, most: 2 })).toEqual({ kept: [0, 1], error: 0 });
});

it('is off by no more than it says, and by no more than is allowed where it had room', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: -10, max: 10, noNaN: true }), { minLength: 2, maxLength: 60 }),
      fc.double({ min: 0, max: 5, noNaN: true }),
      fc.integer({ min: 2, max: 20 }),
      (values, allowed, most) => {
        const { kept, error } = refineLine(values.length, offOf(values), { allowed, most });
        const measured = values.map((_, i) => {
          const end = kept.findIndex((k) => k >= i);
          return kept[end] === i ? 0 : offOf(values)(i, kept[end - 1]!, kept[end]!);
        });
        expect(Math.max(...measured)).toBeCloseTo(error, 9);
        expect([kept[0], kept.at(-1)]).toEqual([0, values.length - 1]);
        expect(kept.length).toBeLessThanOrEqual(most);
        if (kept.length < most) expect(error).toBeLessThanOrEqual(allowed);
      },
    ),
  );
});
