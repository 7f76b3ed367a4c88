import { onCircle } from '../../../mesh/source/clouds';
import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const pointsCircle: StepDefinition = {
  op: 'form.points-circle',
  name: 'Points on a circle',
  about: 'Even points around a circle that faces the viewer.',
  takes: [],
  gives: 'form',
  telling: 'count',
  also: ['cloud', 'ring'],
  params: [
    number('count', 'Count', 'How many points.', 24, 1, 400, { hard: [1, 2_000_000], whole: true }),
    number('radius', 'Radius', 'From the middle outwards.', 2, 0.1, 5, { hard: [0.001, 1000], unit: 'm' }),
  ],
  bake: (params) => onCircle(params.count as number, params.radius as number),
};
