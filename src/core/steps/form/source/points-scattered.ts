import { inBall, inBox } from '../../../mesh/source/clouds';
import type { StepDefinition } from '../../definition';
import { choice, number, seedParam, vector } from '../../params';

export const pointsScattered: StepDefinition = {
  op: 'form.points-scattered',
  name: 'Scattered points',
  about: 'Points at random places in a box or a ball, evenly by volume.',
  takes: [],
  gives: 'form',
  telling: 'count',
  also: ['cloud', 'random', 'dust', 'volume', 'particles'],
  params: [
    number('count', 'Count', 'How many points.', 20000, 1, 1000000, { hard: [1, 2_000_000], whole: true }),
    choice('within', 'Within', 'What they fill.', ['box', 'ball']),
    vector('size', 'Size', 'Of the box; the ball is as wide as the first.', [4, 4, 4], 0.1, 20, { unit: 'm' }),
    seedParam,
  ],
  bake: (params) => (params.within === 'ball' ? inBall(params.count as number, (params.size as number[])[0]! / 2, params.seed as number) : inBox(params.count as number, params.size as number[], params.seed as number)),
};
