import { describe, expect, it } from 'vitest';
import { USUAL_WALL } from '../../piece/outputs';
import type { Output } from '../../piece/types';
import { drawnSize } from './types';
import { DISTANCES, flashWords, safeDistance, WallFlashMeter } from './wall-flashes';

const PICTURE = { width: 1280, height: 720 };
const SIZE = drawnSize(PICTURE);
const RATE = 24;
const wall = (id: string, some: Partial<Output> = {}): Output => ({
  ...{ id, name: id, x: 0, y: 0, ...PICTURE, ...USUAL_WALL, pitch: 10 },
  ...some,
});

/** What is said of walls on which a box of the picture (drawn pixels) changes between black and white. */
function flicker(walls: readonly Output[], hertz: number, box: { x: number; y: number; wide: number; tall: number }) {
  const meter = new WallFlashMeter(walls, { size: SIZE, loop: { frames: 48, rate: RATE, play: 'loop' } }, PICTURE);
  for (let frame = 0; frame < 2 * RATE; frame++) {
    const isLit = Math.floor((2 * hertz * frame) / RATE) % 2 === 0;
    const bytes = new Uint8ClampedArray(4 * SIZE.width * SIZE.height);
    for (let i = 3; i < bytes.length; i += 4) bytes[i] = 255;
    if (isLit)
      for (let y = box.y; y < box.y + box.tall; y++)
        bytes.fill(255, 4 * (y * SIZE.width + box.x), 4 * (y * SIZE.width + box.x + box.wide));
    meter.add({ bytes, encoded: new Float32Array() }, true);
  }
  return meter.reading();
}

describe('a wall that flashes', () => {
  it('does so for who is so near that more than 0.006 steradians of it flash', () => {
    // 160 x 160 drawn pixels are 640 x 640 of the picture: 6.4 m by 6.4 m at 10 mm, which are 0.006 sr at 82.6 m.
    const { a } = flicker([wall('a')], 4, { x: 80, y: 0, wide: 160, tall: 160 });
    const wanted = 6.4 / Math.sqrt(0.006);
    expect(safeDistance(a!) / wanted).toBeGreaterThan(0.93);
    expect(safeDistance(a!) / wanted).toBeLessThan(1.12);
    // As far as that, all of what flashes is within what is looked at at once, so it is a matter of its area alone.
    const far = DISTANCES.findIndex((d) => d > 100);
    expect(Math.abs((a!.parts[far]! * 0.024 * DISTANCES[far]! ** 2) / 6.4 ** 2 - 1)).toBeLessThan(0.05);
    expect(flashWords(a!)).toMatch(/^It flashes for who stands nearer than \d+ m: /);
  });

  it('may be seen from half as far where its pixels are half as large', () => {
    const box = { x: 0, y: 0, wide: 80, tall: 80 };
    const { a, b } = flicker([wall('a'), wall('b', { pitch: 5 })], 6, box);
    expect(safeDistance(a!) / safeDistance(b!)).toBeGreaterThan(1.8);
    expect(safeDistance(a!) / safeDistance(b!)).toBeLessThan(2.2);
  });

  it('is that one alone that shows what flashes, and none where three flashes a second are all', () => {
    const left = wall('left', { width: 640 });
    const right = wall('right', { x: 640, width: 640 });
    const box = { x: 0, y: 0, wide: 120, tall: 120 };
    const { left: lit, right: dark } = flicker([left, right], 4, box);
    expect(safeDistance(lit!)).toBeGreaterThan(10);
    expect(safeDistance(dark!)).toBe(0);
    expect(flashWords(dark!)).toBe('It flashes for nobody, however near they stand.');
    expect(safeDistance(flicker([left], 3, box).left!)).toBe(0);
  });

  it('is said in whole metres, or tenths from near, and never too near', () => {
    for (const [i, distance] of DISTANCES.slice(1).entries()) {
      const words = flashWords({ parts: DISTANCES.map((_, n) => (n <= i ? 1 : 0)) });
      const said = Number(/nearer than ([\d.]+) m:/.exec(words)![1]);
      expect(said).toBeGreaterThanOrEqual(distance);
      expect(said - distance).toBeLessThan(distance < 10 ? 0.1 : 1);
    }
  });

  it('of large pixels says so where no hall is deep enough', () => {
    const { a } = flicker([wall('a', { pitch: 100 })], 4, { x: 0, y: 0, wide: SIZE.width, tall: SIZE.height });
    expect(safeDistance(a!)).toBe(Infinity);
    expect(flashWords(a!)).toContain('nearer than 200 m');
  });
});
