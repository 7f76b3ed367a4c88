import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { svgLine, SvgLineError, SVG_SHAPES, type SvgShape } from './svg-line';

const shape = (name: string, attributes: Record<string, string>, transforms: string[] = []): SvgShape => ({
  name,
  attribute: (id) => attributes[id] ?? null,
  transforms,
});
const path = (d: string) => svgLine(shape('path', { d }));

describe('the line of an SVG', () => {
  it.each([
    ['circle', { cx: '5', cy: '5', r: '3' }],
    ['ellipse', { cx: '5', cy: '5', rx: '3', ry: '3' }],
    ['path', { d: 'M2 5a3 3 0 1 1 6 0a3 3 0 1 1 -6 0z' }],
  ])('of a %s is round, closed, and two metres wide', (name, attributes) => {
    const { points, closed } = svgLine(shape(name, attributes as unknown as Record<string, string>));
    expect(closed).toBe(true);
    for (const [x, y, z] of points) expect([Math.hypot(x, y), z]).toEqual([expect.closeTo(1, 1), 0]);
  });

  it('has its points at even distances, upright, and those of a curve on the curve', () => {
    const { points, closed } = path('M0 0 L10 0 L10 10');
    expect(closed).toBe(false);
    const steps = points.slice(1).map((p, i) => Math.hypot(p[0] - points[i]![0], p[1] - points[i]![1]));
    for (const step of steps) expect(step).toBeCloseTo(4 / 511, 2);
    // Down in an SVG is down in a piece.
    expect(points.at(-1)![1]).toBeLessThan(points[0]![1]);
    const curve = path('M0 0 Q5 10 10 0').points;
    const middle = curve[Math.floor(curve.length / 2)]!;
    expect(middle[0]).toBeCloseTo(0, 1);
  });

  it('goes through the transforms around it, from the innermost out', () => {
    const turned = svgLine(shape('line', { x2: '10', transform: 'translate(3 4)' }, ['scale(2)', 'rotate(90)']));
    expect(Math.abs(turned.points[0]![0] - turned.points.at(-1)![0])).toBeCloseTo(0, 4);
    expect(Math.abs(turned.points[0]![1] - turned.points.at(-1)![1])).toBeCloseTo(2, 4);
  });

  it('of a megabyte is read once, and one that is too long is refused before it is', () => {
    const long = `M0 0${Array.from({ length: 15_000 }, (_, i) => `L${i % 97} ${i % 31}`).join('')}`;
    expect(path(long).points).toHaveLength(512);
    expect(() => path(`M0 0${'l1 1'.repeat(30_000)}`)).toThrow('more than 20,000 parts');
    expect(() => path('l1 1'.repeat(300_000))).toThrow('longer than 1 MB');
  });

  it('is refused in words where there is none, whatever it holds', () => {
    for (const d of ['', 'M0 0', 'nonsense', 'M1e400 0L2 2', 'M0 0L0 0']) expect(() => path(d)).toThrow(SvgLineError);
    fc.assert(
      fc.property(fc.constantFrom(...SVG_SHAPES), fc.string(), fc.string(), (name, value, transform) => {
        const attributes = { d: value, points: value, r: value, x2: value, width: value, rx: value, transform };
        try {
          for (const p of svgLine(shape(name, attributes)).points) expect(p.every(Number.isFinite)).toBe(true);
        } catch (error) {
          expect(error).toBeInstanceOf(SvgLineError);
        }
      }),
    );
  });
});
