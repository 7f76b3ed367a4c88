import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { setLoop, setPicture, blankPiece } from '../piece/edit';
import { LIMITS } from '../piece/limits';
import { PICTURE_FILES, PICTURE_FORMATS, premultiply, toUint16, unpremultiply } from './pictures';
import { DEFAULT_SETTINGS, frameName, framesOf, opacityFor, settingsOf, sizeFor, SIZES, spanWithin } from './settings';
import { sidecarText } from './sidecar';

const piece = setLoop(setPicture(blankPiece(), { width: 1281, height: 720 }), { frames: 10, rate: 24 });

describe('settings of exports', () => {
  it('come back as they were stored, and unsound ones as they are at first', () => {
    const stored = { size: 'hd', samples: 8, picture: 'exr', opacity: 'premultiplied', quality: 0.5 } as const;
    expect(settingsOf(stored)).toEqual({ ...DEFAULT_SETTINGS, ...stored });
    for (const broken of [
      null,
      'hd',
      { size: 'constructor', samples: 3, picture: 'bmp', opacity: 1, quality: 0, film: 'x', range: 'tv', loops: 0 },
      { codecs: { webm: 'avc', mp4: 'avc' }, sound: 1 },
      { hold: -1, filmOpacity: 'valueOf' },
      { codecs: null, size: 7, samples: '4', quality: NaN, loops: 1.5, picture: 'toString' },
    ])
      expect(settingsOf(broken)).toEqual(DEFAULT_SETTINGS);
  });

  it('make sizes that a piece may have', () => {
    const sizeOf = (size: string) => Object.values(sizeFor(piece, { size }));
    expect([sizeOf('piece'), sizeOf('half'), sizeOf('uhd')]).toEqual([
      [1281, 720],
      [641, 360],
      [3840, 2160],
    ]);
    fc.assert(
      fc.property(
        fc.integer({ min: 16, max: LIMITS.pictureSide }),
        fc.integer({ min: 16, max: LIMITS.pictureSide }),
        fc.constantFrom(...Object.keys(SIZES)),
        (width, height, size) => {
          const made = sizeFor(setPicture(blankPiece(), { width, height }), { size });
          for (const side of [made.width, made.height]) {
            expect(Number.isInteger(side) && side >= 16 && side <= LIMITS.pictureSide).toBe(true);
          }
        },
      ),
    );
  });

  it('hold opacity as the format can', () => {
    const held = (picture: (typeof PICTURE_FORMATS)[number], opacity: 'straight' | 'premultiplied') =>
      opacityFor({ picture, opacity });
    expect([held('png', 'premultiplied'), held('exr', 'straight'), held('webp', 'premultiplied')]).toEqual([
      'premultiplied',
      'straight',
      'straight',
    ]);
  });
});

describe('frames of exports', () => {
  it('are those from the first to the last, one in so many', () => {
    expect(framesOf({ first: 2, last: 9, every: 3 })).toEqual([2, 5, 8]);
    expect(framesOf({ first: 4, last: 4, every: 7 })).toEqual([4]);
  });

  it('lie within the loop, whatever is asked for, and are at least one', () => {
    const any = fc.oneof(fc.integer({ min: -5, max: 50 }), fc.constant(Infinity));
    fc.assert(
      fc.property(any, any, any, fc.integer({ min: 2, max: 40 }), (first, last, every, frames) => {
        const numbers = framesOf(spanWithin({ first, last, every }, frames));
        expect(numbers.length).toBeGreaterThan(0);
        for (const n of numbers) expect(n >= 0 && n < frames).toBe(true);
      }),
    );
  });

  it('have names that sort', () => {
    expect([frameName('a', 7, 300, 'png'), frameName('a', 7, 12_000, 'exr')]).toEqual(['a_0007.png', 'a_00007.exr']);
  });

  it('are described for whoever plays them', () => {
    const text = sidecarText(
      piece,
      { ...DEFAULT_SETTINGS, picture: 'exr' },
      { first: 0, last: 9, every: 4 },
      { width: 64, height: 32 },
      { closes: true, output: null, checks: {} },
    );
    expect(JSON.parse(text)).toMatchObject({
      width: 64,
      height: 32,
      frames: [0, 4, 8],
      loop: { frames: 10, rate: 24, play: 'loop', closes: true },
      format: 'OpenEXR, linear light',
      colour: { transfer: 'linear', opacity: 'straight' },
    });
  });
});

describe('pixels of exports', () => {
  it('are multiplied by their opacity and back', () => {
    const channel = fc.float({ min: 0, max: 4, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(channel, channel, channel, fc.float({ min: Math.fround(0.01), max: 1, noNaN: true }))),
        (pixels) => {
          const given = Float32Array.from(pixels.flat());
          const there = given.slice();
          premultiply(there, 1);
          pixels.forEach(([r, , , a], i) => expect(there[4 * i]).toBeCloseTo(r * a, 4));
          unpremultiply(there);
          given.forEach((v, i) => expect(there[i]).toBeCloseTo(v, 3));
        },
      ),
    );
  });

  it('of bytes round to the nearest, and what is open all through is black', () => {
    const bytes = Uint8ClampedArray.of(200, 100, 1, 128, 9, 9, 9, 0, 7, 7, 7, 255);
    premultiply(bytes, 255);
    expect([...bytes]).toEqual([100, 50, 1, 128, 0, 0, 0, 0, 7, 7, 7, 255]);
    const light = Float32Array.of(0.5, 0.5, 0.5, 0);
    unpremultiply(light);
    expect([...light]).toEqual([0, 0, 0, 0]);
  });

  it('of 16 bits go over all of them; what is no number is 0', () => {
    expect([...toUint16(Float32Array.of(0, 1, 0.5, 2, -1, NaN))]).toEqual([0, 65535, 32768, 65535, 0, 0]);
  });

  it('have a type of file for each format', () => {
    for (const format of PICTURE_FORMATS) {
      const { mime, ending, pixels, lossy } = PICTURE_FILES[format];
      expect(mime).toMatch(/^image\//);
      expect(ending).toMatch(/^\w{3,4}$/);
      // Only a browser's own encoders lose some, and they take bytes.
      expect(!lossy || pixels === 'bytes').toBe(true);
    }
  });
});
