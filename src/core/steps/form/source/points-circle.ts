import { onCircle } from '../../../mesh/source/clouds';
import type { FormSource } from '../../definition';
import { number } from '../../params';

export const pointsCircle: FormSource = {
  op: 'form.points-circle',
  name: 'Points on a circle',
  description: 'Even points around a circle that faces the viewer.',
  takes: [],
  gives: 'form',
  cellParam: 'count',
  aliases: ['cloud', 'ring'],
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
    number({
      id: 'radius',
      name: 'Radius',
      description: 'From the middle outwards.',
      default: 2,
      min: 0.1,
      max: 5,
      hard: [0.001, 1000],
      unit: 'm',
    }),
  ],
  bake: (params) => onCircle(params.count as number, params.radius as number),
};
