import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { PlainParams } from '../../definition';
import { MEMORY_STEPS } from '.';
import type { LoopRun, LoopValues } from './loop-run';
import { dampedOscillation } from './spring';

const OVER_LOOP = MEMORY_STEPS.filter((d) => d.overLoop);

const defaults = (op: string): PlainParams =>
  Object.fromEntries(
    MEMORY_STEPS.find((d) => d.op === op)!.params.flatMap((p) => ('default' in p ? [[p.id, p.default]] : [])),
  ) as PlainParams;

function over(op: string, values: number[], params: PlainParams = {}, other: Partial<LoopRun> = {}): LoopValues {
  const all = { ...defaults(op), ...params };
  return MEMORY_STEPS.find((d) => d.op === op)!.overLoop!({
    values: Float64Array.from(values),
    params: () => all,
    seconds: 1 / 10,
    beat: 0.5,
    repeats: true,
    number: 0,
    most: 4_000_000,
    sound: null,
    ...other,
  });
}

const close = (found: ArrayLike<number>, wanted: ArrayLike<number>, digits = 5) => {
  expect(found.length).toBe(wanted.length);
  for (let i = 0; i < found.length; i++) expect(found[i], `number ${i}`).toBeCloseTo(wanted[i]!, digits);
};

describe.each(OVER_LOOP.map((d) => [d.op] as const))('%s', (op) => {
  const numbers = fc.array(fc.double({ min: -10, max: 10, noNaN: true }), { minLength: 2, maxLength: 40 });

  it('is the same whichever frame the loop begins with, and has a number for its end', () => {
    fc.assert(
      fc.property(numbers, fc.nat(39), (values, start) => {
        const by = start % values.length;
        const turned = [...values.slice(by), ...values.slice(0, by)];
        const [a, b] = [over(op, values), over(op, turned)];
        expect(a.values).toHaveLength(values.length + 1);
        expect(a.runs).not.toBeNull();
        // What adds up begins at 0 wherever it begins.
        const base = op === 'signal.add-up' ? a.values[by]! : 0;
        const total = op === 'signal.add-up' ? a.values[values.length]! : 0;
        for (let i = 0; i < values.length; i++) {
          const at = i + by;
          const wanted = a.values[at % values.length]! + (at >= values.length ? total : 0) - base;
          expect(b.values[i]).toBeCloseTo(wanted, 3);
        }
      }),
      { numRuns: 40 },
    );
  });

  it('plays once from nothing: what comes later changes nothing earlier, and all stays a number', () => {
    fc.assert(
      fc.property(numbers, fc.double({ min: -10, max: 10, noNaN: true }), (values, last) => {
        const once = { repeats: false };
        const a = over(op, [...values, 1, 2], {}, once).values;
        const b = over(op, [...values, 1, last], {}, once).values;
        close(a.slice(0, values.length), b.slice(0, values.length));
        for (const v of a) expect(v).toSatisfy(Number.isFinite);
      }),
      { numRuns: 40 },
    );
  });

  it('leaves what does not change as it is, or finds that it does not', () => {
    const flat = over(op, [3, 3, 3, 3]).values;
    const wanted: Record<string, number[]> = {
      'signal.add-up': [0, 0.3, 0.6, 0.9, 1.2],
      'signal.change': [0, 0, 0, 0, 0],
    };
    close(flat, wanted[op] ?? [3, 3, 3, 3, 3]);
  });
});

describe('smooth', () => {
  it('goes 63 % of the way in its time, up and down each in its own', () => {
    const step = [...Array<number>(10).fill(1), ...Array<number>(30).fill(0)];
    const { values } = over('signal.smooth', step, { rise: 1, fall: 0.5 }, { repeats: false });
    // It stands at 1 already, and falls from there: e^(-t / 0.5).
    expect(values[9]).toBe(1);
    expect(values[14]).toBeCloseTo(Math.exp(-1), 6);
    const up = over('signal.smooth', [0, ...Array<number>(20).fill(1)], { rise: 1, fall: 0.5 }, { repeats: false });
    expect(up.values[10]).toBeCloseTo(1 - Math.exp(-1), 6);
  });

  it('of a loop is the periodic solution', () => {
    // y = y + (x - y) k over two frames: y0 = k x0 + (1 - k) y1, y1 = k x1 + (1 - k) y0, worked out by hand.
    const k = 1 - Math.exp(-0.1 / 0.7);
    const { values, runs } = over('signal.smooth', [1, 0], { rise: 0.7, fall: 0.7 });
    close(values, [1 / (2 - k), (1 - k) / (2 - k), 1 / (2 - k)]);
    expect(runs).toBeGreaterThan(10);
    expect(over('signal.smooth', [1, 0, 4], { rise: 0, fall: 0 }).values).toEqual(Float64Array.of(1, 0, 4, 1));
  });

  it('says when it does not come to rest', () => {
    const slow = over(
      'signal.smooth',
      Array.from({ length: 4 }, (_, i) => i),
      { rise: 6e6, fall: 6e6 },
    );
    expect(slow.runs).toBeNull();
  });
});

describe('spring', () => {
  it.each([0.01, 0.3, 1, 1.0000001, 4, 10])('with damping %f keeps to the equation of motion', (damping) => {
    const omega = 2 * Math.PI * 1.3;
    const h = 1e-4;
    const at = (t: number) => dampedOscillation([1, -0.5], 1.3, damping, t);
    for (const t of [0.05, 0.2, 1]) {
      const [x, v] = at(t);
      const force = (at(t + h)[1] - at(t - h)[1]) / (2 * h);
      expect((at(t + h)[0] - at(t - h)[0]) / (2 * h)).toBeCloseTo(v, 3);
      expect(force).toBeCloseTo(-2 * damping * omega * v - omega * omega * x, 1);
    }
    close(at(0), [1, -0.5]);
    // Far too long a step comes to rest, and stays a number.
    for (const v of dampedOscillation([1, 5], 60, damping, 1000)) expect(v).toBeCloseTo(0, 6);
  });

  it('two half steps are a whole one', () => {
    close(
      dampedOscillation(dampedOscillation([2, 1], 3, 0.2, 0.04), 3, 0.2, 0.04),
      dampedOscillation([2, 1], 3, 0.2, 0.08),
      12,
    );
  });

  it('shoots past where it is hardly damped', () => {
    const jump = [...Array<number>(20).fill(0), ...Array<number>(20).fill(1)];
    const most = (damping: number) => Math.max(...over('signal.spring', jump, { swing: 1, damping }).values);
    expect(most(0.2)).toBeGreaterThan(1.3);
    expect(most(1.5)).toBeLessThan(1.01);
  });

  it('that is pumped up by its own strength never settles, and stays a number', () => {
    // Stiff on the way to the middle, soft on the way out of it.
    const params = (frame: number) => ({ swing: frame % 2 === 0 ? 4 : 0.4, damping: 0.01 });
    const { values, runs } = over('signal.spring', [0, 1, 0, -1, 0, 1], {}, { params });
    expect(runs).toBeNull();
    expect(values.every(Number.isFinite)).toBe(true);
  });
});

describe('add up', () => {
  const speeds = [1, 2, 4, 3];

  it('is the sum by trapezoids, a second, a beat or a loop counting as 1', () => {
    close(over('signal.add-up', speeds).values, [0, 0.15, 0.45, 0.8, 1]);
    expect(over('signal.add-up', speeds, { per: 'beat' }).values[4]).toBeCloseTo(2, 9);
    expect(over('signal.add-up', speeds, { per: 'loop' }).values[4]).toBeCloseTo(2.5, 9);
    expect(over('signal.add-up', speeds, { factor: 2, offset: 0.5 }).values[4]).toBeCloseTo(2.2, 9);
  });

  it('says what makes it whole, and with that it is', () => {
    for (const keep of ['turns', 'way'])
      for (const per of ['second', 'beat', 'loop']) {
        const { closing } = over('signal.add-up', speeds, { keep, per, factor: 1.3, offset: -0.2 });
        expect(closing!.length).toBe(keep === 'turns' ? 2 : 1);
        for (const mend of closing!) {
          const total = over('signal.add-up', speeds, { keep, per, factor: 1.3, offset: -0.2, ...mend }).values[4]!;
          expect(total).toBeCloseTo(Math.round(total), 6);
          if (keep === 'way') expect(total).toBeCloseTo(0, 6);
          else expect(total).not.toBeCloseTo(0, 3);
        }
      }
  });
});

it('change is what a line rises by in a second', () => {
  close(over('signal.change', [0, 1, 2, 3], {}, { repeats: false }).values, [10, 10, 10, 10, 10]);
  close(over('signal.change', [0, 1, 0, -1]).values, [10, 0, -10, 0, 10]);
});

describe('of the last', () => {
  it('is the highest, lowest or mean of so many frames', () => {
    const values = [5, 1, 4, 2];
    const find = (of: string) => over('signal.recent', values, { of, time: 0.1 }).values;
    close(find('highest'), [5, 5, 4, 4, 5]);
    close(find('lowest'), [2, 1, 1, 2, 2]);
    close(find('mean'), [3.5, 3, 2.5, 3, 3.5]);
  });

  it('agrees with looking at each of them', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -50, max: 50 }), { minLength: 2, maxLength: 60 }),
        fc.integer({ min: 0, max: 80 }),
        (values, back) => {
          const found = over('signal.recent', values, { of: 'highest', time: back / 10 }).values;
          values.forEach((_, n) => {
            const seen = Array.from({ length: Math.min(values.length, back + 1) }, (_, i) => n - i);
            const wanted = Math.max(...seen.map((i) => values[(i + values.length) % values.length]!));
            expect(found[n]).toBe(wanted);
          });
        },
      ),
    );
  });
});
