import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cropped, writtenSize } from './video';

describe('films of odd size', () => {
  it('H.264 leaves the last row or column out, VP9 keeps all', () => {
    expect([writtenSize('mp4', 721), writtenSize('mp4', 720), writtenSize('webm', 721)]).toEqual([720, 720, 721]);
  });

  it('what is written is the picture itself without them: nothing is drawn or scaled again', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 1, max: 9 }), (width, height) => {
        const pixels = new Uint8ClampedArray(4 * width * height).map((_, i) => i % 251);
        const to = { width: writtenSize('mp4', width + 1), height: writtenSize('mp4', height + 1) };
        const [w, h] = [Math.min(width, to.width), Math.min(height, to.height)];
        const out = cropped(pixels, width, { width: w, height: h });
        expect(out).toHaveLength(4 * w * h);
        for (let y = 0; y < h; y++)
          for (let i = 0; i < 4 * w; i++) expect(out[4 * y * w + i]).toBe(pixels[4 * y * width + i]);
      }),
    );
  });
});
