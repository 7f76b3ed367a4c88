import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Loop } from '../../piece/types';
import { CATALOGUE } from '..';
import { turnLasts } from './turn-lasts';

const FOUR_SECONDS: Loop = { frames: 96, rate: 24, play: 'loop' };

describe('how long a turn lasts', () => {
  it('is the loop divided by its turns, in seconds, and in beats where there is a tempo', () => {
    const said = (loop: Loop, turns: number) => turnLasts(loop).map(({ name, toTwin }) => [name, toTwin(turns)]);
    expect(said(FOUR_SECONDS, 2)).toEqual([['Seconds', 2]]);
    expect(said({ ...FOUR_SECONDS, tempo: 120 }, 4)).toEqual([
      ['Seconds', 1],
      ['Beats', 2],
    ]);
    expect(turnLasts(FOUR_SECONDS)[0]!.toTwin(0)).toBe(Infinity);
  });

  it('gives whole turns for what stands there with few digits', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 5000 }), fc.integer({ min: 1, max: 120 }), (frames, turns) => {
        for (const { toTwin, toValue } of turnLasts({ frames, rate: 30, play: 'loop', tempo: 97 }))
          expect(toValue(Number(toTwin(turns).toPrecision(4)))).toBe(turns);
      }),
    );
  });

  it('leaves turns alone that are not whole', () => {
    const [seconds] = turnLasts(FOUR_SECONDS);
    expect(seconds!.toValue(3)).toBeCloseTo(4 / 3, 12);
    expect(seconds!.toValue(0)).toBeGreaterThan(1e5);
  });
});

it('every number that is said in other ways comes back from each of them, within its usual range', () => {
  let twins = 0;
  for (const param of CATALOGUE.flatMap((d) => d.params))
    if (param.type === 'number')
      for (const { toTwin, toValue, min, max } of param.twins?.({ ...FOUR_SECONDS, tempo: 120 }) ?? []) {
        twins++;
        for (const part of [0.1, 0.5, 0.9]) {
          const value = param.min + part * (param.max - param.min);
          expect(toValue(toTwin(value))).toBeCloseTo(value, 6);
          expect(toTwin(value) >= min && toTwin(value) <= max, `${param.id} ${value}`).toBe(true);
        }
      }
  expect(twins).toBeGreaterThan(2);
});
