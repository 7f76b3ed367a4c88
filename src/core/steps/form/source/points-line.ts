import { onLine } from '../../../mesh/source/clouds';
import type { FormSource } from '../../definition';
import { number, vector } from '../../params';

export const pointsLine: FormSource = {
  op: 'form.points-line',
  name: 'Points on a line',
  description: 'Even points from one place to another.',
  takes: [],
  gives: 'form',
  cellParam: 'count',
  aliases: ['cloud', 'row'],
  params: [
    number({
      id: 'count',
      name: 'Count',
      description: 'How many points.',
      default: 24,
      min: 1,
      max: 400,
      hard: [1, 2_000_000],
      whole: true,
    }),
    vector({
      id: 'from',
      name: 'From',
      description: 'The first point.',
      default: [-2, 0, 0],
      min: -10,
      max: 10,
      unit: 'm',
    }),
    vector({ id: 'to', name: 'To', description: 'The last point.', default: [2, 0, 0], min: -10, max: 10, unit: 'm' }),
  ],
  bake: (params) => onLine(params.count as number, params.from as number[], params.to as number[]),
};
