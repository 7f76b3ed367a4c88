import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { writtenSide } from '@/core/export/films';
import { cropped } from './video';

describe('films of odd size', () => {
  it('H.264 leaves the last row or column out, VP9 keeps all', () => {
    expect([writtenSide('avc', 721), writtenSide('hevc', 720), writtenSide('vp9', 721)]).toEqual([720, 720, 721]);
  });

  it('what is written is the picture itself without them: nothing is drawn or scaled again', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 1, max: 9 }), (width, height) => {
        const pixels = new Uint8ClampedArray(4 * width * height).map((_, i) => i % 251);
        const to = { width: writtenSide('avc', width + 1), height: writtenSide('avc', height + 1) };
        const [w, h] = [Math.min(width, to.width), Math.min(height, to.height)];
        const out = cropped(pixels, width, { width: w, height: h });
        expect(out).toHaveLength(4 * w * h);
        for (let y = 0; y < h; y++)
          for (let i = 0; i < 4 * w; i++) expect(out[4 * y * w + i]).toBe(pixels[4 * y * width + i]);
      }),
    );
  });
});
