import { onBall } from '../../../mesh/source/clouds';
import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const pointsBall: StepDefinition = {
  op: 'form.points-ball',
  name: 'Points on a ball',
  about: 'Evenly spread points on a sphere that know which way is out.',
  takes: [],
  gives: 'form',
  telling: 'count',
  also: ['cloud', 'sphere', 'fibonacci'],
  params: [
    number('count', 'Count', 'How many points.', 400, 1, 20000, { hard: [1, 2_000_000], whole: true }),
    number('radius', 'Radius', 'From the middle outwards.', 1, 0.1, 5, { hard: [0.001, 1000], unit: 'm' }),
  ],
  bake: (params) => onBall(params.count as number, params.radius as number),
};
