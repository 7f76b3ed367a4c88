import { onSpiral } from '../../../mesh/source/clouds';
import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const pointsSpiral: StepDefinition = {
  op: 'form.points-spiral',
  name: 'Points on a spiral',
  about: 'Points on a spiral whose radius grows by a ratio with each turn.',
  takes: [],
  gives: 'form',
  telling: 'ratio',
  also: ['cloud', 'golden', 'logarithmic'],
  params: [
    number('count', 'Count', 'How many points.', 120, 1, 2000, { hard: [1, 2_000_000], whole: true }),
    number('radius', 'Radius', 'From the middle outwards.', 2, 0.1, 5, { hard: [0.001, 1000], unit: 'm' }),
    number('turns', 'Turns', 'How often it goes around.', 4, 0.5, 20, { hard: [0.01, 1000] }),
    number('ratio', 'Ratio', 'Growth with each turn.', 1.618, 1, 4, { hard: [0.01, 100] }),
  ],
  bake: (params) =>
    onSpiral(params.count as number, params.radius as number, params.turns as number, params.ratio as number),
};
