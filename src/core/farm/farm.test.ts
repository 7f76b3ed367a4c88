import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { equalChunks, nextChunk, paceOf } from './chunks';
import { simulateRender } from './simulation';

const count = fc.integer({ min: 1, max: 5000 });

describe('chunks', () => {
  it('hold one frame at least, and no more than are left', () => {
    const seconds = fc.option(fc.double({ min: 1e-4, max: 1e4, noNaN: true }));
    const extra = fc.double({ min: 0, max: 1e5, noNaN: true });
    fc.assert(
      fc.property(count, count, count, seconds, extra, (a, b, workers, frameSeconds, extraSeconds) => {
        const chunk = nextChunk(Math.max(a, b), Math.min(a, b), { workers, frameSeconds, extraSeconds });
        expect(Number.isInteger(chunk)).toBe(true);
        expect(chunk).toBeGreaterThanOrEqual(1);
        expect(chunk).toBeLessThanOrEqual(Math.min(a, b));
      }),
    );
  });

  it('are a half of an equal share, at most two minutes long, and few where each begins slowly', () => {
    expect(nextChunk(600, 600, { workers: 2, frameSeconds: 0.5, extraSeconds: 0 })).toBe(150);
    expect(nextChunk(600, 600, { workers: 2, frameSeconds: 2, extraSeconds: 0 })).toBe(60);
    expect(nextChunk(600, 8, { workers: 2, frameSeconds: 2, extraSeconds: 0 })).toBe(2);
    expect(nextChunk(600, 600, { workers: 2, frameSeconds: 1, extraSeconds: 20 })).toBe(180);
    expect(nextChunk(600, 600, { workers: 2, frameSeconds: 1, extraSeconds: 60 })).toBe(300);
    expect(nextChunk(600, 600, { workers: 2, frameSeconds: null, extraSeconds: 0 })).toBe(16);
  });

  it('are sized by what the last of them took', () => {
    expect(paceOf([], 3)).toEqual({ workers: 3, frameSeconds: null, extraSeconds: 0 });
    const slow = { first: 9, rest: [3, 4, 5] };
    expect(paceOf([slow], 1)).toEqual({ workers: 1, frameSeconds: 4, extraSeconds: 5 });
    const fast = Array.from({ length: 12 }, () => ({ first: 1, rest: [1, 1] }));
    expect(paceOf([slow, ...fast], 1)).toEqual({ workers: 1, frameSeconds: 1, extraSeconds: 0 });
    expect(paceOf([{ first: 2, rest: [] }], 1).frameSeconds).toBe(2);
  });

  it('of equal length hold every frame once, in order', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(), { minLength: 1 }), count, (frames, chunks) => {
        const cut = equalChunks(frames, chunks);
        expect(cut.flat()).toEqual(frames);
        const sizes = cut.map((c) => c.length);
        expect(Math.min(...sizes)).toBeGreaterThan(0);
        expect(Math.max(...sizes) - Math.min(...sizes)).toBeLessThanOrEqual(1);
      }),
    );
  });
});

describe('a simulated render', () => {
  const even = { frames: 600, frameSeconds: 2, spread: 0, openSeconds: 0, warmUp: 0 };

  it('of one worker takes its frames and its opening', () => {
    expect(simulateRender({ ...even, workers: 1 })).toMatchObject({ seconds: 1200, efficiency: 1 });
    expect(simulateRender({ ...even, workers: 1, openSeconds: 10 }).seconds).toBe(1210);
  });

  it('is never faster than an equal share', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 50 }),
        fc.integer({ min: 1, max: 400 }),
        fc.nat(20),
        (workers, frames, warmUp) => {
          const { efficiency } = simulateRender({ ...even, spread: 0.5, workers, frames, warmUp });
          expect(efficiency).toBeGreaterThan(0);
          expect(efficiency).toBeLessThanOrEqual(1 + 1e-9);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('of ten minutes keeps a hundred workers busy', () => {
    const long = { ...even, frames: 18_000, spread: 0.5, openSeconds: 6 };
    expect(simulateRender({ ...long, workers: 100 }).efficiency).toBeGreaterThan(0.95);
    expect(simulateRender({ ...long, workers: 2 }).efficiency).toBeGreaterThan(0.99);
  });
});
