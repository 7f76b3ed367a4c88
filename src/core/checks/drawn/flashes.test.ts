import { describe, expect, it } from 'vitest';
import { toEncoded } from '../../colour';
import { cellLight, FlashMeter, type FrameFlashes } from './flashes';

const GRID = { columns: 48, rows: 27 };
const CELLS = GRID.columns * GRID.rows;
const RATE = 24;
type Rgb = readonly [number, number, number];
const grey = (luminance: number): Rgb => [luminance, luminance, luminance];

/** What a meter says of two seconds in which cells change between two lights so many times a second. */
function flicker(a: Rgb, b: Rgb, hertz: number, flashes: (x: number, y: number) => boolean = () => true): FrameFlashes {
  const meter = new FlashMeter(GRID, RATE);
  let worst: FrameFlashes = { general: 0, red: 0, screen: 0 };
  for (let frame = 0; frame < 2 * RATE; frame++) {
    const isA = Math.floor((2 * hertz * frame) / RATE) % 2 === 0;
    const light = new Float64Array(3 * CELLS);
    for (let cell = 0; cell < CELLS; cell++) {
      const lit = flashes(cell % GRID.columns, Math.floor(cell / GRID.columns));
      light.set(isA || !lit ? a : b, 3 * cell);
    }
    const now = meter.add(light);
    worst = {
      general: Math.max(worst.general, now.general),
      red: Math.max(worst.red, now.red),
      screen: Math.max(worst.screen, now.screen),
    };
  }
  return worst;
}

describe('general flashes', () => {
  it.each<[string, number, number]>([
    ['three a second are none too many', 3, 0],
    ['four are', 4, 1],
    ['twelve are', 12, 1],
  ])('%s', (_, hertz, part) => {
    expect(flicker(grey(0), grey(1), hertz)).toMatchObject({ general: part, screen: part });
  });

  it.each<[string, number, number, number]>([
    ['a change of just under 10 % is none', 0.3, 0.399, 0],
    ['one of 10 % is', 0.3, 0.4001, 1],
    ['what is darkest below 80 % counts', 0.799, 0.95, 1],
    ['what is never darker than 80 % does not', 0.8001, 0.95, 0],
  ])('%s', (_, low, high, part) => {
    expect(flicker(grey(low), grey(high), 6).general).toBe(part);
  });

  it('count where they fill more than a quarter of a window of a third', () => {
    // A window is 16 x 9 cells: 36 of its 144 are a quarter.
    const block = (wide: number, tall: number) => flicker(grey(0), grey(1), 6, (x, y) => x < wide && y < tall).general;
    expect(block(6, 6)).toBe(0.25);
    expect(block(37, 1)).toBeLessThan(0.25);
    expect(block(8, 5)).toBeCloseTo(40 / 144, 9);
    // Spread over all of the picture they are a quarter of each window, too.
    expect(flicker(grey(0), grey(1), 6, (x, y) => x % 2 === 0 && y % 2 === 0).screen).toBeCloseTo(0.25, 1);
  });

  it('are no slow waves, nor small ones on the way up', () => {
    const meter = new FlashMeter({ columns: 1, rows: 1 }, RATE);
    const parts = Array.from({ length: 10 * RATE }, (_, n) => {
      const luminance = 0.5 + 0.4 * Math.sin((2 * Math.PI * n) / RATE) + (n % 2) * 0.05;
      return meter.add(new Float64Array(grey(Math.min(1, luminance)))).general;
    });
    expect(Math.max(...parts)).toBe(0);
  });
});

describe('red flashes', () => {
  // Both have a luminance of 0.0425, so neither is a general flash.
  const [red, dark]: [Rgb, Rgb] = [
    [0.2, 0, 0],
    [0.0425, 0.0425, 0.0425],
  ];

  it('are changes to and from a saturated red, more than three a second', () => {
    expect(flicker(red, dark, 4)).toMatchObject({ general: 0, red: 1 });
    expect(flicker(red, dark, 3)).toMatchObject({ general: 0, red: 0 });
  });

  it('are none between reds, of a red that is not saturated, or of one that can hardly be seen', () => {
    expect(flicker(red, [0.15, 0, 0], 6).red).toBe(0);
    expect(flicker([0.2, 0.06, 0], dark, 6).red).toBe(0);
    expect(flicker([0.05, 0, 0], [0.01, 0.01, 0.01], 6).red).toBe(0);
  });
});

describe('cells', () => {
  it('have the mean light of their cells, over black where they are open', () => {
    const white = Math.round(255 * toEncoded(1));
    const pixels = Uint8ClampedArray.of(white, white, white, 255, 0, 0, 0, 255, white, 0, 0, 0, white, 0, 0, 255);
    expect([...cellLight(pixels, { columns: 1, rows: 1 }, 2)]).toEqual([0.5, 0.25, 0.25]);
  });
});
