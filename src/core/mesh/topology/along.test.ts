import { describe, expect, it } from 'vitest';
import { measure } from '../measure';
import { faceCount, pointCount, type Mesh } from '../mesh';
import { onCircle, onLine, onSpiral } from '../source/clouds';
import { at3, dot, length, sub, unit } from '../vectors';
import { ribbonAlong, tubeAlong } from './along';

const all = (mesh: Mesh, value: number) => new Float32Array(pointCount(mesh)).fill(value);
const OPEN = { closed: false, twist: 0 };
const CLOSED = { closed: true, twist: 0 };

describe('a tube along points', () => {
  it('around a circle has the volume and area of a torus, and one skin', () => {
    const circle = onCircle(128, 2);
    const torus = tubeAlong(circle, all(circle, 0.25), { ...CLOSED, sides: 64, caps: true });
    const m = measure(torus);
    // Pappus: 2 pi R times the area of the section, pi r^2.
    expect(m.volume / (2 * Math.PI ** 2 * 2 * 0.25 ** 2)).toBeCloseTo(1, 2);
    expect(faceCount(torus)).toBe(128 * 64);
    expect(pointCount(torus)).toBe(128 * 64);
    expect(m.open).toBe(0);
  });

  it('along a line is a cylinder, capped or hollow; its radius may change on the way', () => {
    const line = onLine(5, [0, 0, 0], [0, 0, 4]);
    const capped = tubeAlong(line, all(line, 0.5), { ...OPEN, sides: 96, caps: true });
    expect(measure(capped).volume / (Math.PI * 0.25 * 4)).toBeCloseTo(1, 2);
    expect(measure(capped).open).toBe(0);
    expect(measure(tubeAlong(line, all(line, 0.5), { ...OPEN, sides: 96, caps: false })).open).toBe(2 * 96);
    const cone = tubeAlong(line, Float32Array.of(0, 0.25, 0.5, 0.75, 1), { ...OPEN, sides: 96, caps: true });
    expect(measure(cone).volume / ((Math.PI * 4) / 3)).toBeCloseTo(1, 2);
  });

  it('does not turn about its line: neighbours across it stay as near as they can', () => {
    const spiral = onSpiral(200, 2, 3, 1.3);
    const sides = 8;
    const tube = tubeAlong(spiral, all(spiral, 0.1), { ...OPEN, sides, caps: false });
    for (let row = 1; row < 200; row++) {
      const across = (r: number) => unit(sub(at3(tube.positions, r * sides), at3(spiral.positions, r)));
      expect(dot(across(row), across(row - 1))).toBeGreaterThan(0.99);
    }
  });
});

describe('a ribbon along points', () => {
  it('has its width everywhere, and lies level where it begins', () => {
    const circle = onCircle(64, 1);
    const band = ribbonAlong(circle, all(circle, 0.3), CLOSED);
    expect(pointCount(band)).toBe(128);
    for (let i = 0; i < 64; i++)
      expect(length(sub(at3(band.positions, 2 * i), at3(band.positions, 2 * i + 1)))).toBeCloseTo(0.3, 6);
    const line = onLine(3, [0, 0, 0], [4, 0, 0]);
    const flat = ribbonAlong(line, all(line, 1), OPEN);
    expect([...flat.positions].filter((_, i) => i % 3 === 1).every((y) => Math.abs(y) < 1e-6)).toBe(true);
  });

  it('with half a turn has one edge', () => {
    const circle = onCircle(64, 1);
    const band = ribbonAlong(circle, all(circle, 0.3), { closed: true, twist: 0.5 });
    // The last row lies on the first with its edges the other way round.
    const [first, last] = [0, pointCount(band) - 2];
    expect(length(sub(at3(band.positions, first), at3(band.positions, last + 1)))).toBeLessThan(1e-5);
    expect(length(sub(at3(band.positions, first + 1), at3(band.positions, last)))).toBeLessThan(1e-5);
  });

  it('needs points in different places', () => {
    const still = onLine(9, [1, 1, 1], [1, 1, 1]);
    expect(() => ribbonAlong(still, all(still, 1), OPEN)).toThrow(/at least two points/);
    const two = onLine(2, [0, 0, 0], [1, 0, 0]);
    expect(() => ribbonAlong(two, all(two, 1), CLOSED)).toThrow(/at least three points/);
    // Of points in one place the first counts, with its own width.
    const doubled = { ...two, positions: Float32Array.of(0, 0, 0, 0, 0, 0, 1, 0, 0) };
    expect(pointCount(ribbonAlong(doubled, Float32Array.of(1, 9, 1), OPEN))).toBe(4);
  });
});
