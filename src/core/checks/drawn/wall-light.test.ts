import { describe, expect, it } from 'vitest';
import { USUAL_WALL } from '../../piece/outputs';
import type { Output } from '../../piece/types';
import { lightOf, lightWords, WallLightMeter } from './wall-light';

const SIZE = { width: 8, height: 4 };
/** Pixels of one colour in the left half, another in the right one. */
const halves = (left: number[], right: number[]) =>
  Uint8ClampedArray.from({ length: 4 * 32 }, (_, i) => ((i >> 2) % 8 < 4 ? left : right)[i % 4]!);
const WHITE = [255, 255, 255, 255];
const BLACK = [0, 0, 0, 255];
const whole = { x: 0, y: 0, ...SIZE };
const wall = (id: string, box: object): Output => ({ id, name: id, ...whole, ...USUAL_WALL, ...box });

describe('the light of a wall', () => {
  it('is the mean of what its pixels give, in light; its power that of its three lamps', () => {
    expect(lightOf(halves(WHITE, BLACK), 8, whole)).toEqual({ mean: 0.5, most: 1, power: 0.5 });
    const green = lightOf(halves([0, 255, 0, 255], BLACK), 8, whole);
    expect(green.mean).toBeCloseTo(0.7152 / 2, 6);
    expect(green.power).toBeCloseTo(1 / 6, 6);
    // sRGB of 188 is 0.503 of the light of white (IEC 61966-2-1).
    expect(lightOf(halves([188, 188, 188, 255], [188, 188, 188, 255]), 8, whole).mean).toBeCloseTo(0.503, 3);
  });

  it('is none where the picture is open, and that of its own part alone', () => {
    expect(lightOf(halves([255, 255, 255, 0], BLACK), 8, whole).most).toBe(0);
    const meter = new WallLightMeter([wall('a', { width: 32 }), wall('b', { x: 32, width: 32 })], {
      picture: { width: 64, height: 32 },
      drawn: SIZE,
    });
    for (const bytes of [halves(WHITE, BLACK), halves(BLACK, WHITE), halves(WHITE, WHITE)])
      meter.add({ bytes, encoded: new Float32Array() });
    const { a, b } = meter.reading();
    expect([a!.mean, b!.mean]).toEqual([
      [1, 0, 1],
      [0, 1, 1],
    ]);
    expect(a!.box).toMatchObject({ x: 0, width: 32 });
  });

  it('is said with what it comes to', () => {
    const light = { box: whole, mean: [0.25, 0.75], most: [0.5, 1], power: [0.2, 0.4] };
    expect(lightWords(light, 1000)).toBe(
      'Its light is 50 % of what it can give on average (500 cd/m²), and 75 % at frame 1; its brightest pixel ' +
        'comes to 100 %. Its lamps take 30 % of their power, and 40 % at frame 1.',
    );
  });
});
