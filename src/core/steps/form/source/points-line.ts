import { onLine } from '../../../mesh/source/clouds';
import type { StepDefinition } from '../../definition';
import { number, vector } from '../../params';

export const pointsLine: StepDefinition = {
  op: 'form.points-line',
  name: 'Points on a line',
  about: 'Even points from one place to another.',
  takes: [],
  gives: 'form',
  telling: 'count',
  also: ['cloud', 'row'],
  params: [
    number('count', 'Count', 'How many points.', 24, 1, 400, { hard: [1, 2_000_000], whole: true }),
    vector('from', 'From', 'The first point.', [-2, 0, 0], -10, 10, { unit: 'm' }),
    vector('to', 'To', 'The last point.', [2, 0, 0], -10, 10, { unit: 'm' }),
  ],
  bake: (params) => onLine(params.count as number, params.from as number[], params.to as number[]),
};
