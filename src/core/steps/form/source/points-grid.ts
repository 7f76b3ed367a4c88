import { lattice } from '../../../mesh/source/clouds';
import type { StepDefinition } from '../../definition';
import { vector } from '../../params';

export const pointsGrid: StepDefinition = {
  op: 'form.points-grid',
  name: 'Points in rows',
  about: 'A regular lattice of points that fills a box.',
  takes: [],
  gives: 'form',
  telling: 'counts',
  also: ['cloud', 'grid', 'lattice', 'matrix'],
  params: [
    vector('counts', 'Counts', 'Points across, up and deep.', [24, 14, 1], 1, 100),
    vector('size', 'Size', 'Across, up and deep.', [4, 2.25, 0], 0, 20, { unit: 'm' }),
  ],
  bake: (params) =>
    lattice(
      (params.counts as number[]).map((n) => Math.max(1, Math.round(n))),
      params.size as number[],
    ),
};
