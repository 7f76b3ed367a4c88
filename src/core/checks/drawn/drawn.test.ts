import { describe, expect, it } from 'vitest';
import { generator } from '../../random';
import { CHECK_IDS, PROFILES, profileOf, profileVerdict } from '../profiles';
import { DRAWN_CHECK_IDS, DRAWN_CHECKS, DrawnMeters, drawnSize, framesToLookAt, type DrawnReadings } from '.';
import { bandedPart } from './bands';
import { clippedPart } from './clipping';
import { frameChange, longestStill } from './stillness';

const PICTURE = { width: 1920, height: 1080 };
const SIZE = drawnSize(PICTURE);

/** A picture of greys by their place, 0 to 1 across and down. */
function picture(grey: (x: number, y: number) => number): Float32Array {
  const { width, height } = SIZE;
  return Float32Array.from({ length: 4 * width * height }, (_, i) =>
    i % 4 === 3 ? 1 : grey(((i >> 2) % width) / width, Math.floor((i >> 2) / width) / height),
  );
}

const banded = (grey: (x: number, y: number) => number, levels = 256) => bandedPart(picture(grey), SIZE, levels);

describe('bands', () => {
  // 0.2 over 1920 pixels: a shade of 8 bits is 37.6 pixels wide, one of 10 bits 9.4.
  const dark = (x: number) => 0.1 + 0.2 * x;

  it('show in a slow gradient in the dark, and no longer where it has noise of a shade', () => {
    expect(banded(dark)).toBe(1);
    expect(banded((_, y) => 0.1 + 0.1 * y)).toBe(1);
    const random = generator(5);
    expect(banded((x) => dark(x) + (random() - 0.5) / 255)).toBeLessThan(0.02);
  });

  it('are finer at 10 bits, where the contrast of two shades is a quarter', () => {
    expect(banded(dark, 1024)).toBe(0);
    // On the straight part of the curve a shade is 1 / (12.92 x 1,023), 2 % of a light of 0.0028 with that of the hall.
    expect(banded((x) => 0.005 + 0.01 * x, 1024)).toBe(1);
  });

  it('are not seen in what is bright, nor in what is steep or flat', () => {
    // Of the curve of sRGB a shade is 2.4 / (255 (v + 0.055)) of its light: 2 % at 0.416.
    expect(banded((x) => 0.5 + 0.2 * x)).toBe(0);
    expect(banded((x) => 0.316 + 0.2 * x)).toBeCloseTo(0.5, 1);
    // A shade of the first is 4 pixels wide, of the second 6.
    expect(banded((x) => 0.02 + (((1920 / (4 * 255)) * x) % 0.3))).toBeLessThan(0.05);
    expect(banded((x) => 0.02 + (((1920 / (6 * 255)) * x) % 0.3))).toBeGreaterThan(0.8);
    expect(banded(() => 0.2)).toBe(0);
  });

  it('grow with the picture: what is fine on a small one is wide on a large one', () => {
    const grey = picture((x) => 0.02 + (x < 0.25 ? x : 0.25 - x));
    const small = drawnSize({ width: 640, height: 360 });
    expect(bandedPart(grey, small, 256)).toBe(bandedPart(grey, SIZE, 256));
  });
});

describe('clipping', () => {
  it('counts what is white in all channels, and closed', () => {
    expect(clippedPart(Uint8ClampedArray.of(255, 255, 255, 255, 255, 255, 200, 255))).toBe(0.5);
    expect(clippedPart(Uint8ClampedArray.of(255, 255, 255, 0, 254, 254, 254, 255))).toBe(0.5);
  });
});

describe('stillness', () => {
  it('is what no eye sees change', () => {
    expect(frameChange(Uint8ClampedArray.of(9, 9), Uint8ClampedArray.of(10, 8))).toBe(0);
    expect(frameChange(Uint8ClampedArray.of(0, 0), Uint8ClampedArray.of(51, 0))).toBeCloseTo(0.1);
  });

  it('is counted across the seam in a loop', () => {
    const changes = [0, 0, 1, 0, 1, 1, 0];
    expect(longestStill(changes, true)).toEqual({ first: 6, length: 3 });
    expect(longestStill(changes, false)).toEqual({ first: 0, length: 2 });
    expect(longestStill([0, 0], true)).toEqual({ first: 0, length: 2 });
    expect(longestStill([1, 1], true).length).toBe(0);
  });
});

/** Readings of a loop of two seconds at 12 frames a second. */
function readingsOf(grey: (frame: number) => number, play: 'loop' | 'once' = 'loop'): DrawnReadings {
  const loop = { frames: 24, rate: 12, play };
  const size = drawnSize({ width: 160, height: 90 });
  const meters = new DrawnMeters({ size, loop }, PICTURE, []);
  const { order, lead } = framesToLookAt(loop);
  for (const [i, frame] of order.entries()) {
    const pixels = new Float32Array(4 * size.width * size.height).fill(grey(frame));
    for (let p = 3; p < pixels.length; p += 4) pixels[p] = 1;
    meters.add(pixels, i >= lead);
  }
  return meters.findings().readings;
}

const failing = (readings: DrawnReadings) => DRAWN_CHECK_IDS.filter((id) => !readings[id].passes);

describe('all checks of drawn frames', () => {
  it.each<[string, (frame: number) => number, string[]]>([
    ['a slow wave passes', (n) => 0.3 + 0.2 * Math.sin((n / 24) * 2 * Math.PI), []],
    ['a flicker flashes', (n) => n % 2, ['flashes', 'clipping']],
    ['what is white is clipped', (n) => (n === 7 ? 1 : 0.2 + n / 100), ['clipping']],
    ['what is held for more than a second stands still', (n) => (n < 14 ? 0.2 : 0.2 + n / 100), ['stillness']],
    ['one picture for all frames stands still', () => 0.3, ['stillness']],
  ])('%s', (_, grey, found) => {
    expect(failing(readingsOf(grey))).toEqual(found);
  });

  it('say of each frame what they found, and which to look at', () => {
    const readings = readingsOf((n) => (n === 7 ? 1 : 0.2 + n / 100));
    expect(readings.clipping.worst).toBe(7);
    for (const id of DRAWN_CHECK_IDS) {
      const { series, found, worst } = readings[id];
      expect(series.length, id).toBeGreaterThan(0);
      for (const { values } of series) expect(values, id).toHaveLength(24);
      expect(found).toMatch(/[.?]$/);
      expect(worst === null || (worst >= 0 && worst < 24)).toBe(true);
      expect(DRAWN_CHECKS[id].against).toBeTruthy();
    }
  });

  it('look at two seconds before the seam, in loops of any length', () => {
    const at = (frames: number, rate: number, play: 'loop' | 'once' = 'loop') => framesToLookAt({ frames, rate, play });
    expect(at(5, 2)).toEqual({ order: [1, 2, 3, 4, 0, 1, 2, 3, 4], lead: 4 });
    expect(at(2, 3).order).toEqual([0, 1, 0, 1, 0, 1, 0, 1]);
    expect(at(3, 24, 'once')).toEqual({ order: [0, 1, 2], lead: 0 });
  });

  it('draw pictures of any shape with few pixels, and some for each cell', () => {
    for (const [width, height] of [
      [8192, 16],
      [16, 8192],
      [1920, 1080],
    ] as const) {
      const { grid, ...size } = drawnSize({ width, height });
      expect(size.width * size.height).toBeLessThanOrEqual(720 * 180);
      expect(Math.min(grid.columns, grid.rows)).toBeGreaterThanOrEqual(9);
    }
  });
});

describe('profiles', () => {
  it('ask for checks that there are', () => {
    for (const { checks } of Object.values(PROFILES)) for (const id of checks) expect(CHECK_IDS).toContain(id);
    expect(profileOf('hall')).toBe(PROFILES.hall);
    expect([profileOf(undefined), profileOf('constructor')]).toEqual([null, null]);
  });

  it('pass where all is known and nothing fails', () => {
    const all = { seam: true, memory: true, numbers: true, flashes: true, bands: true };
    expect(profileVerdict(PROFILES.hall!, all)).toEqual({ state: 'passes', failing: [], unknown: [] });
    expect(profileVerdict(PROFILES.hall!, { ...all, bands: undefined }).state).toBe('unknown');
    const { state, failing: what } = profileVerdict(PROFILES.hall!, { ...all, bands: false, flashes: undefined });
    expect([state, what]).toEqual(['fails', ['bands']]);
  });
});
