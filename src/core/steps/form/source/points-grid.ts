import { lattice } from '../../../mesh/source/clouds';
import type { FormSource } from '../../definition';
import { vector } from '../../params';

export const pointsGrid: FormSource = {
  op: 'form.points-grid',
  name: 'Points in rows',
  description: 'A regular lattice of points that fills a box.',
  takes: [],
  gives: 'form',
  cellParam: 'counts',
  aliases: ['cloud', 'grid', 'lattice', 'matrix'],
  params: [
    vector({
      id: 'counts',
      name: 'Counts',
      description: 'Points across, up and deep.',
      default: [24, 14, 1],
      min: 1,
      max: 100,
    }),
    vector({
      id: 'size',
      name: 'Size',
      description: 'Across, up and deep.',
      default: [4, 2.25, 0],
      min: 0,
      max: 20,
      unit: 'm',
    }),
  ],
  bake: (params) =>
    lattice(
      (params.counts as number[]).map((n) => Math.max(1, Math.round(n))),
      params.size as number[],
    ),
};
