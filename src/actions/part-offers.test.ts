import { expect, it } from 'vitest';
import type { Part } from '@/core/parts/part';
import { STARTERS } from '@/demo';
import { RECIPES } from '@/demo/recipes';
import { offeredParts } from './part-offers';

const { piece } = STARTERS.find((s) => s.id === 'tidewater-veil')!;
/** Parts that cannot be made: a list that opens has no time for it. */
const recipes = RECIPES.map((r): Part => ({
  ...r,
  clip: () => {
    throw new Error('made');
  },
}));
const offered = (picking: Parameters<typeof offeredParts>[1]) =>
  offeredParts(piece, picking, { strand: 'sea', step: 't1' }, { recipes, saved: [] });

it('parts are offered without being made, where they fit', () => {
  expect(offered({ for: 'part' })).toHaveLength(RECIPES.length);
  const inRow = offered({ for: 'step', strand: 'sea', at: 1 });
  expect(inRow.length).toBeGreaterThan(0);
  for (const { part, row } of inRow) {
    expect(part).toMatchObject({ kind: 'form', enters: true });
    expect(row).toEqual({ strand: 'sea', at: 1 });
  }
  expect(offered({ for: 'replace', strand: 'sea', step: 't1' })).toEqual([]);
});

it('says what a part goes into, or that it brings all it needs', () => {
  for (const { part, goes } of offered({ for: 'part' })) expect(goes).toMatch(part.enters ? /^(into |with a )/ : /^$/);
  expect(offered({ for: 'part' }).some(({ goes }) => goes === 'into sea')).toBe(true);
});
