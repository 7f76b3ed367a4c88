import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { call } from '../testing';
import { library } from '.';

const HASH = library(['hash']);
const FRACTAL = library(['fractal']);
const wrap = (n: bigint) => n & 0xffffffffn;

describe('hashes', () => {
  it('hashPcg is the RXS-M-XS permutation of the paper, bit for bit', () => {
    const f = call(`${HASH} uint f(uint x) { return hashPcg(x); }`, 'f');
    fc.assert(
      fc.property(fc.nat(0xffffffff), (x) => {
        const s = wrap(BigInt(x) * 747796405n + 2891336453n);
        const w = wrap(((s >> ((s >> 28n) + 4n)) ^ s) * 277803737n);
        expect(f(x)).toEqual([Number((w >> 22n) ^ w)]);
      }),
    );
  });

  it('hashPcg3 agrees with 64-bit whole numbers', () => {
    const f = call(`${HASH} uvec3 f(uvec3 v) { return hashPcg3(v); }`, 'f');
    const pcg3 = (input: bigint[]) => {
      let [x, y, z] = input.map((v) => wrap(v * 1664525n + 1013904223n)) as [bigint, bigint, bigint];
      const round = () => {
        x = wrap(x + y * z);
        y = wrap(y + z * x);
        z = wrap(z + x * y);
      };
      round();
      [x, y, z] = [x ^ (x >> 16n), y ^ (y >> 16n), z ^ (z >> 16n)];
      round();
      return [x, y, z].map(Number);
    };
    for (const v of [
      [0, 0, 0],
      [1, 2, 3],
      [4294967295, 7, 123456789],
    ])
      expect(f(...v)).toEqual(pcg3(v.map(BigInt)));
  });

  it('hashUnit stays in 0 to 1', () => {
    const f = call(`${HASH} float f(uint h) { return hashUnit(h); }`, 'f');
    expect(f(0)).toEqual([0]);
    expect(f(0xffffffff)[0]).toBeLessThan(1);
  });
});

describe.each([
  ['gradientNoise', 2],
  ['gradientNoise', 3],
  ['gradientNoise', 4],
  ['valueNoise', 2],
  ['valueNoise', 3],
  ['valueNoise', 4],
] as const)('%s in %i dimensions', (name, n) => {
  const f = call(
    `${FRACTAL} float f(vec${n} p, float period, uint seed) { return ${name}${n}(p, vec${n}(period), seed); }`,
    'f',
  );
  const at = (p: number[], period: number, seed = 3) => f(...p, period, seed)[0]!;
  const point = fc
    .array(fc.double({ min: -20, max: 20, noNaN: true }), { minLength: n, maxLength: n })
    .map((p) => p.map(Math.fround));

  it('repeats after its period along every axis, exactly', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 255 }), { minLength: n, maxLength: n }),
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 0, max: n - 1 }),
        (eighths, period, axis) => {
          const p = eighths.map((e) => e / 8);
          expect(
            at(
              p.map((x, i) => (i === axis ? x + period : x)),
              period,
            ),
          ).toBe(at(p, period));
        },
      ),
    );
  });

  it('is continuous across cells', () => {
    fc.assert(
      fc.property(point, (p) => {
        const whole = p.map(Math.round);
        const below = at(
          whole.map((x, i) => (i === 0 ? x - 1e-4 : x + 0.3)),
          0,
        );
        const above = at(
          whole.map((x, i) => (i === 0 ? x + 1e-4 : x + 0.3)),
          0,
        );
        expect(Math.abs(below - above)).toBeLessThan(2e-3);
      }),
    );
  });

  it('lies about zero, mostly within -1 to 1, and changes with the seed', () => {
    let sum = 0;
    let beyond = 0;
    const count = 4000;
    for (let i = 0; i < count; i++) {
      const v = at(
        Array.from({ length: n }, (_, k) => ((i * [0.7549, 0.5698, 0.8192, 0.671][k]!) % 1) * 40),
        0,
      );
      sum += v;
      if (Math.abs(v) > 1) beyond++;
    }
    expect(Math.abs(sum / count)).toBeLessThan(0.02);
    expect(beyond / count).toBeLessThan(0.005);
    expect(at(Array(n).fill(0.4), 0, 1)).not.toBe(at(Array(n).fill(0.4), 0, 2));
  });
});

describe('fractalSum', () => {
  const f = call(
    `${FRACTAL} float f(vec3 p, float phase, float cells, float repeat, float octaves, int ` +
      'style) { return fractalSum(p, phase * cells, vec3(repeat), cells, octaves, 0.5, 2.3, ' +
      'style, 9u); }',
    'f',
  );

  it('meets itself at the end of the loop, to the last bit', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -300, max: 300 }),
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 0, max: 2 }),
        (x, cells, style) => {
          const p = [x / 37, x / 11, 0.3] as const;
          expect(f(...p, 1, cells, 0, 5, style)).toEqual(f(...p, 0, cells, 0, 5, style));
        },
      ),
    );
  });

  it('repeats in space with every octave, whatever the lacunarity', () => {
    expect(f(0.25 + 4, 0.5, 0.75, 0.3, 2, 4, 6, 0)[0]).toBeCloseTo(f(0.25, 0.5, 0.75, 0.3, 2, 4, 6, 0)[0]!, 4);
  });

  it('lets octaves in smoothly', () => {
    const [below, whole] = [f(0.3, 0.2, 0.1, 0, 2, 0, 2.999, 0)[0]!, f(0.3, 0.2, 0.1, 0, 2, 0, 3, 0)[0]!];
    expect(Math.abs(below - whole)).toBeLessThan(1e-3);
  });
});
