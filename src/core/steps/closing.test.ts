import { describe, expect, it } from 'vitest';
import { setColumn } from '../weave/running/places';
import { generator } from '../random';
import { Evaluator, placeRows } from '../weave';
import type { Value } from '../piece/types';
import { pieceWith, STEPS_BY_TYPE, TEST_ASSETS, TEST_FORM } from './testing';
import { outputType, type Param, type RunType, type StepDefinition } from '.';

/** What the catalogue says of the loop is held against what its steps do: driven by being there. */

const COUNT = 60;
const ROWS = (() => {
  const next = generator(7);
  const point = () => [3 * next() - 1.5, 3 * next() - 1.5, 3 * next() - 1.5];
  return placeRows(
    Array.from({ length: COUNT }, (_, i) => ({
      rest: point(),
      world: point(),
      normal: point(),
      uv: [next(), next()],
      screen: [next(), next()],
      face: i % 6,
      faceMiddle: point(),
      copy: i % 5,
      copies: 5,
      copyAt: point(),
      copyNormal: point(),
    })),
  );
})();
const PHASES = new Map<number, Float32Array>();
function rowsAt(phase: number): Float32Array {
  const known = PHASES.get(phase);
  if (known) return known;
  const rows = ROWS.slice();
  setColumn(rows, 'phase', new Float32Array(COUNT).fill(phase));
  setColumn(rows, 'globalPhase', new Float32Array(COUNT).fill(phase));
  PHASES.set(phase, rows);
  return rows;
}

type Setting = Record<string, Value>;

/** Gives the values of a step at all places, at a phase that is not wrapped. */
async function valuesOf(d: StepDefinition, takes: RunType | null, setting: Setting) {
  const piece = pieceWith(d, takes, { form: { link: TEST_FORM }, on: { link: TEST_FORM }, ...setting });
  const evaluator = await Evaluator.make(piece, TEST_ASSETS, [{ strand: 's2' }]);
  return (phase: number) => evaluator.run(0, rowsAt(phase), COUNT);
}

const closes = (p: Param) => (p.type === 'number' || p.type === 'vector') && p.closes === true;
/** Numbers that have to be whole are. */
const whole = (d: StepDefinition, n: number): Setting =>
  Object.fromEntries(
    d.params.flatMap((p): [string, Value][] => {
      if (!closes(p)) return [];
      return [
        [p.id, p.type === 'vector' ? [n, 1, -1] : n],
        ...(p.type === 'vector' && p.closesWith ? [[p.closesWith, 3] as [string, Value]] : []),
      ];
    }),
  );

const share = (a: Float32Array, b: Float32Array, limit: (i: number) => number) =>
  a.filter((v, i) => Math.abs(v - b[i]!) > limit(i)).length / a.length;
const jumpOf = (values: (phase: number) => Float32Array): number => {
  const begin = values(0).slice();
  return share(begin, values(1), (i) => 2e-3 * Math.max(1, Math.abs(begin[i]!)));
};

const STEP = 1 / 2048;
/** Slope at the beginning and at the end of the loop, one-sided, exact for parabolas. */
function slopesOf(values: (phase: number) => Float32Array): [Float32Array, Float32Array] {
  const [a, b, c, x, y, z] = [0, STEP, 2 * STEP, 1 - 2 * STEP, 1 - STEP, 1].map((p) => values(p).slice());
  return [
    a!.map((v, i) => (-3 * v + 4 * b![i]! - c![i]!) / (2 * STEP)),
    z!.map((v, i) => (3 * v - 4 * y![i]! + x![i]!) / (2 * STEP)),
  ];
}

const cases = STEPS_BY_TYPE.filter(([, d, takes]) => {
  const resolved = d.resolve?.({ params: {} }, takes) ?? d;
  return resolved.glsl && outputType(resolved, takes) !== 'image';
});

/** As it is at first, and with each option of each choice. */
const settingsOf = (d: StepDefinition): Setting[] => [
  {},
  ...d.params.flatMap((p) => (p.type === 'choice' ? p.options.map(({ id }) => ({ [p.id]: id })) : [])),
];

/** All other numbers somewhere within their ranges, so that none of them is without effect. */
const withinRanges = (d: StepDefinition): Setting =>
  Object.fromEntries(
    d.params.flatMap((p): [string, Value][] => {
      if (p.type !== 'number' || closes(p)) return [];
      const value = p.min + 0.4 * (p.max - p.min);
      return [[p.id, p.whole ? Math.round(value) : value]];
    }),
  );

/** Steps whose slope is another one at the end of the loop, though their value is the same, and why. */
const KINKED: Record<string, string> = {
  'signal.cycle': 'a saw and a pulse jump once a turn',
  'signal.random': 'it jumps from number to number',
  'signal.curve': 'the curve is of straight pieces until the artist rounds them',
  'signal.clamp': 'it is cut off',
  'signal.round': 'it jumps from number to number',
  'signal.absolute': 'it folds at 0',
  'signal.along-path': 'an open path turns back at its ends, and a straight one has corners',
  'signal.code': 'the artist writes it',
  'signal.add-up': 'it is told frame by frame, in straight lines between',
  'signal.change': 'it is told frame by frame, in straight lines between',
  'signal.every': 'seconds since the last moment begin again',
  'signal.moments': 'seconds since the last moment begin again',
  'signal.sound-level': 'sounds begin of a sudden',
  'signal.sound-band': 'sounds begin of a sudden',
  'signal.sound-brightness': 'sounds begin of a sudden',
  'field.hsv': 'the six sides of the wheel of hues meet in corners',
};
/** Places at which a field may be folded by chance. */
const MAX_FOLDED = 0.15;

describe.each(cases)('%s', (_, d, takes) => {
  it('closes in slope where it closes in value', async () => {
    let most = 0;
    for (const setting of settingsOf(d))
      for (const n of [1, 2]) {
        const values = await valuesOf(d, takes, { ...whole(d, n), ...setting });
        if (jumpOf(values) > 0.02) continue;
        const [begin, end] = slopesOf(values);
        const steep = Math.max(...[...begin, ...end].map(Math.abs), 0.02);
        const kinked = share(begin, end, () => 0.05 * steep);
        most = Math.max(most, kinked);
        if (!KINKED[d.op]) expect(kinked, `${JSON.stringify(setting)}, ${n} times`).toBeLessThan(MAX_FOLDED);
      }
    // Along a path of three numbers, and behind other types, some of them do not show it.
    if (KINKED[d.op] && takes !== 'vec3')
      expect(most, 'it is smooth: take it off the list').toBeGreaterThan(MAX_FOLDED);
  });

  it('says of every number that has to be whole that it closes', async () => {
    for (const p of d.params) {
      if (p.type !== 'number' || closes(p) || KINKED[d.op]) continue;
      for (const rest of [{}, withinRanges(d)]) {
        const jump = async (value: number) =>
          jumpOf(await valuesOf(d, takes, { ...rest, ...whole(d, 1), [p.id]: value }));
        if ((await jump(1)) > 0.02 || (await jump(2)) > 0.02) continue;
        expect(await jump(1.37), `${p.id}: say \`closes: true\``).toBeLessThan(0.1);
      }
    }
  });
});
