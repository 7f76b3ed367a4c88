import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { library } from '../glsl/lib';
import { call } from '../glsl/testing';
import { similarityOf } from './similarity';
import { composed, transform, transformed, IDENTITY } from './topology/repeat';

const f = call(
  `${library(['space'])} vec3 f(vec3 v, float n, float ratio, vec3 degrees, vec3 centre, vec3 ` +
    'shift) { return similarityPower(v, n, ratio, degrees, centre, shift); }',
  'f',
);
const within = (low: number, high: number) => fc.double({ min: low, max: high, noNaN: true });
const three = (size: number) => fc.tuple(within(-size, size), within(-size, size), within(-size, size));
const any = fc.record({ v: three(2), ratio: within(0.7, 1.4), turn: three(60), centre: three(1), shift: three(0.5) });

/** The same by matrices: to the centre, grown and turned, back and on. */
function once(
  v: number[],
  { ratio, turn, centre, shift }: { ratio: number; turn: number[]; centre: number[]; shift: number[] },
  times: number,
): number[] {
  const to = transform(
    centre.map((c) => -c),
    [0, 0, 0],
    [1, 1, 1],
  );
  const grown = transform([0, 0, 0], turn, [ratio, ratio, ratio]);
  const back = transform(
    centre.map((c, k) => c + shift[k]!),
    [0, 0, 0],
    [1, 1, 1],
  );
  const step = composed(composed(to, grown), back);
  let all = IDENTITY;
  for (let n = 0; n < times; n++) all = composed(all, step);
  return [...transformed(new Float32Array(v), all)];
}
const close = (a: number[], b: number[], by = 2e-3) =>
  a.forEach((x, k) => expect(Math.abs(x - b[k]!)).toBeLessThan(by * Math.max(1, Math.abs(b[k]!))));

describe('similarityPower', () => {
  it('is the transform as often as that, by matrices', () => {
    fc.assert(
      fc.property(any, fc.integer({ min: 0, max: 5 }), (s, n) =>
        close(f(...s.v, n, s.ratio, ...s.turn, ...s.centre, ...s.shift), once([...s.v], s, n)),
      ),
    );
  });

  it('twice half of it is the whole, so that it moves on evenly', () => {
    fc.assert(
      fc.property(any, (s) => {
        const half = f(...s.v, 0.5, s.ratio, ...s.turn, ...s.centre, ...s.shift);
        close(
          f(...half, 0.5, s.ratio, ...s.turn, ...s.centre, ...s.shift),
          f(...s.v, 1, s.ratio, ...s.turn, ...s.centre, ...s.shift),
        );
      }),
    );
  });

  it('carries on evenly where nothing grows or turns', () => {
    expect(f(1, 2, 3, 2.5, 1, 0, 0, 0, 5, 5, 5, 0.1, 0.2, -0.4).map((x) => Number(x.toFixed(4)))).toEqual([
      1.25, 2.5, 2,
    ]);
  });
});

describe('the point that stays', () => {
  it('stays, and is told for growth by the root of two with an eighth of a turn', () => {
    // (1 - sqrt(2) e^(i pi/4))^-1 = (1 - (1 + i))^-1 = i
    const { fixed, angle } = similarityOf(Math.SQRT2, [0, 0, 45], [0, 0, 0], [1, 0, 0]);
    expect(angle).toBeCloseTo(Math.PI / 4, 12);
    close([...fixed!], [0, 1, 0], 1e-9);
  });

  it('stays under the transform by matrices', () => {
    fc.assert(
      fc.property(any, (s) => {
        fc.pre(Math.abs(s.ratio - 1) > 0.02);
        const { fixed } = similarityOf(s.ratio, s.turn, s.centre, s.shift);
        close(once([...fixed!], s, 1), [...fixed!], 1e-3);
      }),
    );
  });

  it('is not there in a screw or a plain shift, and is where a turn alone has it', () => {
    expect(similarityOf(1, [0, 90, 0], [0, 0, 0], [0, 0.2, 0]).fixed).toBeNull();
    expect(similarityOf(1, [0, 0, 0], [0, 0, 0], [1, 0, 0]).fixed).toBeNull();
    close([...similarityOf(1, [0, 0, 90], [0, 0, 0], [1, 0, 0]).fixed!], [0.5, 0.5, 0], 1e-9);
    expect(similarityOf(1.2, [0, 0, 30], [1, 2, 3], [0, 0, 0]).fixed).toEqual([1, 2, 3]);
  });
});
