import { describe, expect, it } from 'vitest';
import { PLACE_SIZE } from '../glsl/lib';
import { analyse, Evaluator, placeRows, type PlaceValues } from '../weave';
import { canBeDisabled, CATALOGUE, outputType, enabledParam, type RunType, type StepDefinition } from '.';
import { pieceWith, TEST_SIGNAL, TEST_ASSETS } from './testing';

const PLACES = Array.from({ length: 24 }, (_, i): PlaceValues => {
  const at = [0.31 * i - 3, 0.17 * i - 1.4, 0.9 - 0.11 * i];
  return { rest: at, world: at, uv: [i / 24, 0.7 - i / 40], screen: [i / 30, 0.4], copy: i % 5, phase: i / 24 };
});
const COUNT = PLACES.length;

/** What runs out of the step, what runs into it, and the signal that moves, at all places. */
async function around(d: StepDefinition, takes: RunType, params: Parameters<typeof pieceWith>[2]) {
  const piece = pieceWith(d, takes, params);
  const { steps } = piece.strands.find((s) => s.id === 's2')!;
  const targets = [{ strand: 's2' }, { strand: 's2', step: steps.at(-2)!.id }, { strand: TEST_SIGNAL }];
  const evaluator = await Evaluator.make(piece, TEST_ASSETS, targets, analyse(piece));
  const bare = placeRows(PLACES);
  const light = new Float32Array(COUNT * (PLACE_SIZE + 4));
  for (let i = 0; i < COUNT; i++) {
    light.set(bare.subarray(i * PLACE_SIZE, (i + 1) * PLACE_SIZE), i * (PLACE_SIZE + 4));
    light.set([0.04 * i, 0.9 - 0.03 * i, (i % 7) / 6, 1], i * (PLACE_SIZE + 4) + PLACE_SIZE);
  }
  const values = (target: number) => evaluator.run(target, evaluator.gives(target) === 'image' ? light : bare, COUNT);
  const width = evaluator.width(0);
  const rows = (target: number) => {
    const all = values(target);
    return PLACES.map((_, i) => [...all.subarray(i * width, (i + 1) * width)]);
  };
  return { out: rows(0), into: rows(1), signal: [...values(2)] };
}

const STEPS = CATALOGUE.flatMap((d) =>
  d.takes
    .filter((takes) => canBeDisabled(d, takes, outputType(d, takes)))
    .map((takes): [string, StepDefinition, RunType] => [`${d.op} of ${takes}`, d, takes]),
);

describe.each(STEPS)('%s', (_, d, takes) => {
  it('is skipped where it is not there, and works where it is, as a signal says', async () => {
    const bare = await around(d, takes, {});
    expect((await around(d, takes, { [enabledParam.id]: 1 })).out).toEqual(bare.out);
    const gone = await around(d, takes, { [enabledParam.id]: 0 });
    expect(gone.out).toEqual(gone.into);
    const { out, into, signal } = await around(d, takes, { [enabledParam.id]: { link: TEST_SIGNAL } });
    expect(new Set(signal.map((v) => v < 0.5)).size).toBe(2);
    expect(out).toEqual(signal.map((v, i) => (v < 0.5 ? into[i] : bare.out[i])));
  });
});

it('most steps that take and give the same can be turned on and off', () => {
  expect(STEPS.length).toBeGreaterThan(100);
  for (const kind of ['signal', 'field', 'form', 'surface', 'finish'])
    expect(STEPS.filter(([name]) => name.startsWith(kind)).length, kind).toBeGreaterThan(3);
});
