import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inPicture, pixelAt, pixelWords, zoomed } from './pixel-window';

const picture = { width: 40, height: 20 };
const view = { width: 400, height: 300 };

describe('looking at pixels', () => {
  it('finds the pixel at a place', () => {
    const window = { x: 20, y: 10, scale: 10 };
    expect(pixelAt(window, view, picture, [200, 150])).toEqual([20, 10]);
    expect(pixelAt(window, view, picture, [199, 149])).toEqual([19, 9]);
    expect(pixelAt(window, view, picture, [0, 50])).toEqual([0, 0]);
    expect(pixelAt(window, view, picture, [0, 49])).toBeNull();
    expect(pixelAt(window, view, picture, [400, 150])).toBeNull();
  });

  it('goes nearer about the pointer, and never beyond its ends', () => {
    const place = fc.tuple(fc.integer({ min: 150, max: 250 }), fc.integer({ min: 120, max: 180 }));
    fc.assert(
      fc.property(place, fc.double({ min: 0.5, max: 2, noNaN: true }), (at, factor) => {
        const window = { x: 20, y: 10, scale: 12 };
        const next = zoomed(window, view, picture, at, factor);
        const under = (w: typeof window, i: 0 | 1) =>
          (i === 0 ? w.x : w.y) + (at[i] - (i === 0 ? view.width : view.height) / 2) / w.scale;
        expect(under(next, 0)).toBeCloseTo(under(window, 0), 6);
        expect(under(next, 1)).toBeCloseTo(under(window, 1), 6);
      }),
    );
    expect(zoomed({ x: 5, y: 5, scale: 40 }, view, picture, [200, 150], 99).scale).toBe(48);
    expect(inPicture({ x: -5, y: 99, scale: 0 }, picture)).toEqual({ x: 0, y: 20, scale: 1 });
  });

  it('says where a pixel is and what it holds', () => {
    const data = new Uint8ClampedArray(4 * 40 * 20);
    data.set([18, 24, 29, 255], 4 * (3 * 40 + 2));
    expect(pixelWords({ ...picture, data }, [2, 3])).toBe('x 2, y 3: 18 24 29 (#12181d)');
    expect(pixelWords({ ...picture, data }, [0, 0])).toBe('x 0, y 0: 0 0 0 (#000000), opacity 0');
  });
});
