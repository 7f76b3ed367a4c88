import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filmPlanes, type FilmRange } from './film-planes';

type Rgb = readonly [number, number, number];

const frame = (pixels: readonly Rgb[]) => new Uint8ClampedArray(pixels.flatMap((p) => [...p, 255]));
/** The planes of a frame of one colour, 2 x 2. */
const planesOf = (colour: Rgb, range?: FilmRange) => {
  const planes = filmPlanes(frame([colour, colour, colour, colour]), 2, 2, { range });
  return [planes[0], planes[4], planes[5]];
};

/** What a player shows of luma and differences (ITU-R BT.709-6, items 3.2, 3.3 and 4.5). */
function shown([y, b, r]: readonly number[], range: FilmRange): Rgb {
  const luma = range === 'full' ? y! : (255 * (y! - 16)) / 219;
  const [blue, red] = [b!, r!].map((c) => (c - 128) * (range === 'full' ? 1 : 255 / 224)) as [number, number];
  const [high, low] = [luma + 1.5748 * red, luma + 1.8556 * blue];
  return [high, (luma - 0.2126 * high - 0.0722 * low) / 0.7152, low];
}

describe('planes of a film', () => {
  it.each<[string, Rgb, readonly number[]]>([
    ['black', [0, 0, 0], [16, 128, 128]],
    ['white', [255, 255, 255], [235, 128, 128]],
    // 16 + 219 x 0.2126; 128 - 224 x 0.2126 / 1.8556; 128 + 224 / 2.
    ['red', [255, 0, 0], [63, 102, 240]],
    ['blue', [0, 0, 255], [32, 240, 118]],
  ])('%s has the bytes of BT.709', (_, colour, bytes) => {
    expect(planesOf(colour)).toEqual(bytes);
  });

  it('goes over all bytes where the range is full', () => {
    expect(planesOf([255, 255, 255], 'full')).toEqual([255, 128, 128]);
    expect(planesOf([255, 0, 0], 'full')).toEqual([54, 99, 255]);
  });

  it('every colour comes back to within rounding, in both ranges', () => {
    const byte = fc.integer({ min: 0, max: 255 });
    fc.assert(
      fc.property(byte, byte, byte, fc.constantFrom('limited' as const, 'full' as const), (r, g, b, range) => {
        const back = shown(planesOf([r, g, b], range) as number[], range);
        [r, g, b].forEach((v, i) => expect(Math.abs(back[i]! - v)).toBeLessThan(2.2));
      }),
    );
  });

  it('differences are those of the mean light, not of the mean byte', () => {
    const [red, black] = [
      [255, 0, 0],
      [0, 0, 0],
    ] as const;
    // Half the light of red is encoded as 187.5 of 255, half its byte as 127.5.
    const differences = (red: number) => [128 - (red * 0.2126 * 224) / (255 * 1.8556), 128 + (red * 224) / (255 * 2)];
    const [, , b, r] = filmPlanes(frame([red, black]), 2, 1);
    expect([b, r]).toEqual(differences(187.5).map(Math.round));
  });

  it('with opacity, what is open gives nothing to a difference, and the opacity follows as it is', () => {
    const open = new Uint8ClampedArray([255, 0, 0, 200, 0, 255, 0, 0]);
    const opaque = filmPlanes(frame([[255, 0, 0]]), 1, 1);
    const planes = filmPlanes(open, 2, 1, { withOpacity: true });
    expect([...planes.subarray(2)]).toEqual([opaque[1], opaque[2], 200, 0]);
    const halves = new Uint8ClampedArray([255, 0, 0, 90, 0, 0, 0, 90]);
    const [, , b, r] = filmPlanes(
      frame([
        [255, 0, 0],
        [0, 0, 0],
      ]),
      2,
      1,
    );
    expect([...filmPlanes(halves, 2, 1, { withOpacity: true }).subarray(2, 4)]).toEqual([b, r]);
  });

  it('of odd sizes have a difference for the last column and row of their own', () => {
    const grey: Rgb = [90, 90, 90];
    const planes = filmPlanes(frame([grey, grey, [0, 0, 255], grey, grey, [0, 0, 255], grey, grey, [255, 0, 0]]), 3, 3);
    expect(planes).toHaveLength(9 + 4 + 4);
    expect([...planes.subarray(9, 13)]).toEqual([128, 240, 128, 102]);
    expect([...planes.subarray(13)]).toEqual([128, 118, 128, 240]);
  });
});
