import { onBall } from '../../../mesh/source/clouds';
import type { FormSource } from '../../definition';
import { number } from '../../params';

export const pointsBall: FormSource = {
  op: 'form.points-ball',
  name: 'Points on a ball',
  description: 'Evenly spread points on a sphere that know which way is out.',
  takes: [],
  gives: 'form',
  cellParam: 'count',
  aliases: ['cloud', 'sphere', 'fibonacci'],
  params: [
    number({
      id: 'count',
      name: 'Count',
      description: 'How many points.',
      default: 400,
      min: 1,
      max: 20000,
      hard: [1, 2_000_000],
      whole: true,
    }),
    number({
      id: 'radius',
      name: 'Radius',
      description: 'From the middle outwards.',
      default: 1,
      min: 0.1,
      max: 5,
      hard: [0.001, 1000],
      unit: 'm',
    }),
  ],
  bake: (params) => onBall(params.count as number, params.radius as number),
};
