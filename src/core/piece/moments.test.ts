import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { quantised, thinned } from './moments';
import type { Key } from './types';

const moments = (...at: [frame: number, strength?: number][]): Key[] =>
  at.map(([frame, value = 1]) => ({ at: frame / 100, value, ease: 'held' }));
const frames = (of: readonly Key[]) => of.map((m) => Math.round(m.at * 100));

describe('moments', () => {
  it('go to the nearest place of a grid, over the seam too; those that meet become the strongest', () => {
    expect(frames(quantised(moments([3], [12], [26], [99]), 100, 25))).toEqual([0, 25]);
    expect(quantised(moments([24, 0.2], [26, 0.7]), 100, 25)).toEqual([{ at: 0.25, value: 0.7, ease: 'held' }]);
    // A third of the loop lies between frames.
    expect(frames(quantised(moments([30], [70]), 100, 100 / 3))).toEqual([33, 67]);
    expect(frames(quantised(moments([30.4], [70.6]), 100, 1))).toEqual([30, 71]);
  });

  it('are thinned by strength, around the loop', () => {
    expect(frames(thinned(moments([0], [5, 2], [10], [98]), 100, 8))).toEqual([5]);
    expect(frames(thinned(moments([0], [10], [20]), 100, 10))).toEqual([0, 10, 20]);
    expect(frames(thinned(moments([2], [97]), 100, 6))).toEqual([2]);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 99 }), fc.integer({ min: 1, max: 9 }))),
        fc.integer({ min: 1, max: 40 }),
        (of, least) => {
          const left = frames(thinned(moments(...(of as [number, number][])), 100, least));
          for (const a of left)
            for (const b of left)
              if (a !== b) expect(Math.min(Math.abs(a - b), 100 - Math.abs(a - b))).toBeGreaterThanOrEqual(least);
          if (of.length > 0) expect(left.length).toBeGreaterThan(0);
        },
      ),
    );
  });
});
