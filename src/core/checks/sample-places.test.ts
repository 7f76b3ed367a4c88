import { describe, expect, it } from 'vitest';
import { PLACE_SIZE } from '../glsl/lib';
import { placeFieldOf } from '../weave/running/places';
import { instancePlaces, samplePlaces } from './sample-places';

const COUNT = 600;
const rows = instancePlaces(COUNT);
const values = (field: Parameters<typeof placeFieldOf>[2]) =>
  Array.from({ length: COUNT }, (_, i) => [...placeFieldOf(rows, i, field)]);

describe('places where a strand is sampled', () => {
  it('lie evenly within the box, in uv and on the screen', () => {
    const even = samplePlaces(COUNT);
    expect(even).toHaveLength(COUNT * PLACE_SIZE);
    for (const [field, low, high] of [
      ['rest', -2, 2],
      ['uv', 0, 1],
    ] as const)
      for (const axis of field === 'uv' ? [0, 1] : [0, 1, 2]) {
        const along = Array.from({ length: COUNT }, (_, i) => placeFieldOf(even, i, field)[axis]!).sort(
          (a, b) => a - b,
        );
        // As far apart as so many even places would be, within a few times.
        const gaps = along.slice(1).map((v, i) => v - along[i]!);
        expect(along[0]).toBeGreaterThanOrEqual(low);
        expect(along.at(-1)).toBeLessThanOrEqual(high);
        expect(Math.max(...gaps), `${field} ${axis}`).toBeLessThan((8 * (high - low)) / COUNT);
      }
  });

  it('with copies and faces have two counts of copies, numbers below them, and every number', () => {
    const copies = values('copies').flat();
    const numbers = values('copy').flat();
    expect([...new Set(copies)].sort((a, b) => a - b)).toEqual([5, 24]);
    numbers.forEach((copy, i) => expect(copy).toBeLessThan(copies[i]!));
    expect(new Set(numbers).size).toBeGreaterThanOrEqual(12);
    values('copiesIn').forEach(([own, second, third], i) => {
      expect([own, second, third]).toEqual([copies[i], 3, 2]);
      const [a, b, c] = values('copyIn')[i]!;
      expect([a === numbers[i], b! < 3, c! < 2]).toEqual([true, true, true]);
    });
  });

  it('have middles of faces within the box, each axis by itself, and colours within 0 to 1', () => {
    for (const field of ['faceMiddle', 'faceWorld', 'copyAt'] as const) {
      const all = values(field);
      for (const axis of [0, 1, 2]) {
        const along = all.map((v) => v[axis]!);
        expect([Math.min(...along) < -1.9, Math.max(...along) > 1.9], `${field} ${axis}`).toEqual([true, true]);
        expect(Math.max(...along.map(Math.abs))).toBeLessThanOrEqual(2);
      }
      const [x, y, z] = [0, 1, 2].map((axis) => all.map((v) => v[axis]!));
      expect(Math.abs(correlation(x!, y!))).toBeLessThan(0.1);
      expect(Math.abs(correlation(y!, z!))).toBeLessThan(0.1);
    }
    for (const v of values('tint').flat()) expect(v >= 0 && v <= 1).toBe(true);
    expect(new Set(values('face').flat()).size).toBe(40);
    expect([...new Set(values('lift').flat())].sort()).toEqual([0, 1]);
  });
});

function correlation(a: number[], b: number[]): number {
  const mean = (v: number[]) => v.reduce((s, x) => s + x, 0) / v.length;
  const [ma, mb] = [mean(a), mean(b)];
  const covers = (v: number[], w: number[], mv: number, mw: number) => mean(v.map((x, i) => (x - mv) * (w[i]! - mw)));
  return covers(a, b, ma, mb) / Math.sqrt(covers(a, a, ma, ma) * covers(b, b, mb, mb));
}
