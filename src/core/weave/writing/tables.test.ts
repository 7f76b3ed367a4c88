import { expect, it } from 'vitest';
import type { Param, StepDefinition, RunType } from '../../steps';
import type { Value } from '../../piece/types';
import { pieceWith, STEPS_BY_TYPE, TEST_ASSETS } from '../../steps/testing';
import { analyse, Evaluator, placeRows } from '..';

const PLACES = Array.from({ length: 12 }, (_, i) => ({ phase: i / 12, uv: [i / 11, 0.3], rest: [i / 11, 0, 0] }));
const ROWS = placeRows(PLACES);
/** What is written in a table of each sort. */
const WRITTEN: Partial<Record<Param['type'], Value>> = {
  path: [{ place: [0, 0, 0] }, { place: [1, 2, 0], handle: [0.4, 0, 0.3] }, { place: [3, 0, 1] }, { place: [0, 1, 4] }],
  ramp: [
    { at: 0, colour: '#ff8800' },
    { at: 0.9, colour: '#0044ff' },
  ],
};

async function valuesOf(d: StepDefinition, takes: RunType | null, params: Record<string, Value>): Promise<number[]> {
  const piece = pieceWith(d, takes, params);
  const evaluator = await Evaluator.make(piece, TEST_ASSETS, [{ strand: 's2' }], analyse(piece));
  return [...evaluator.run(0, ROWS, PLACES.length)];
}

const tables = STEPS_BY_TYPE.filter(([, d]) => /^(field|signal)\./.test(d.op)).flatMap(([name, d, takes]) =>
  d.params.flatMap((p) => {
    const written = WRITTEN[p.type];
    const choices = d.params.flatMap((c) => (c.type === 'choice' ? c.options.map((o) => [c.id, o.id] as const) : []));
    return written && choices.length > 0 ? [[`${name}: ${p.id}`, d, takes, p.id, written, choices] as const] : [];
  }),
);

it.each(tables)('%s is looked up as its step chooses, however it was before', async (_, d, takes, id, one, choices) => {
  const seen = new Set<string>();
  for (const [choice, option] of choices) {
    const values = await valuesOf(d, takes, { [choice]: option, [id]: one });
    // Rows are kept for what is written: the same written once more knows of none.
    expect(values).toEqual(await valuesOf(d, takes, { [choice]: option, [id]: structuredClone(one) }));
    seen.add(values.join());
  }
  expect(seen.size).toBeGreaterThan(1);
});

it('there are paths and ramps among them', () => {
  expect(new Set(tables.map(([, d, , id]) => d.params.find((p) => p.id === id)!.type)).size).toBe(2);
});
