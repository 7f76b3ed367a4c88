import { onSpiral } from '../../../mesh/source/clouds';
import type { FormSource } from '../../definition';
import { number } from '../../params';

export const pointsSpiral: FormSource = {
  op: 'form.points-spiral',
  name: 'Points on a spiral',
  description: 'Points on a spiral whose radius grows by a ratio with each turn.',
  takes: [],
  gives: 'form',
  cellParam: 'ratio',
  aliases: ['cloud', 'golden', 'logarithmic'],
  params: [
    number({
      id: 'count',
      name: 'Count',
      description: 'How many points.',
      default: 120,
      min: 1,
      max: 2000,
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
    number({
      id: 'turns',
      name: 'Turns',
      description: 'How often it goes around.',
      default: 4,
      min: 0.5,
      max: 20,
      hard: [0.01, 1000],
    }),
    number({
      id: 'ratio',
      name: 'Ratio',
      description: 'Growth with each turn.',
      default: 1.618,
      min: 1,
      max: 4,
      hard: [0.01, 100],
    }),
  ],
  bake: (params) =>
    onSpiral(params.count as number, params.radius as number, params.turns as number, params.ratio as number),
};
