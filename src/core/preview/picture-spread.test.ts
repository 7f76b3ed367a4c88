import { describe, expect, it } from 'vitest';
import { pictureSpread } from './picture-spread';

const picture = (width: number, height: number, at: (x: number, y: number) => number[]) =>
  Uint8ClampedArray.from(
    Array.from({ length: width * height }, (_, i) => [...at(i % width, Math.floor(i / width)), 255]).flat(),
  );

describe('the spread of a picture', () => {
  it('counts each channel by itself', () => {
    const { channels } = pictureSpread(
      picture(8, 4, (x) => [x < 4 ? 0 : 255, 100, x < 2 ? 10 : 200]),
      8,
    );
    const [red, green, blue] = channels;
    expect(red[0]).toBe(red[63]);
    expect(green[25]).toBe(1);
    expect(green.filter((n) => n > 0)).toHaveLength(1);
    expect(blue[50]! / blue[2]!).toBeCloseTo(3);
  });

  it('shows brightness from left to right', () => {
    const { waveform } = pictureSpread(
      picture(16, 3, (x) => Array(3).fill(x * 17)),
      16,
    );
    expect(waveform).toHaveLength(16);
    const brightest = waveform.map((bins) => bins.findIndex((n) => n > 0));
    expect(brightest[0]).toBe(0);
    expect(brightest[15]).toBe(33);
    expect(brightest).toEqual([...brightest].sort((a, b) => a - b));
  });

  it('tells how much is clipped, and holds for nothing at all', () => {
    const { white, black } = pictureSpread(
      picture(10, 10, (x, y) => (y === 0 ? [255, 3, 3] : x < 2 ? [0, 0, 0] : [9, 9, 9])),
      10,
    );
    expect([white, black]).toEqual([0.1, 0.18]);
    expect(pictureSpread([], 0)).toMatchObject({ white: 0, black: 0 });
  });
});
