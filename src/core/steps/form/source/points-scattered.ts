import { inBall, inBox, inRows } from '../../../mesh/source/clouds';
import type { StepDefinition } from '../../definition';
import { choice, number, seedParam, vector } from '../../params';

export const pointsScattered: StepDefinition = {
  op: 'form.points-scattered',
  name: 'Points in a volume',
  about: 'Points that fill a box or a ball evenly: at random places, or in rows.',
  takes: [],
  gives: 'form',
  telling: 'count',
  also: ['cloud', 'random', 'dust', 'volume', 'particles'],
  params: [
    number('count', 'Count', 'How many points; about so many in rows.', 20000, 1, 1000000, {
      hard: [1, 2_000_000],
      whole: true,
    }),
    choice('within', 'Within', 'What they fill.', ['box', 'ball']),
    choice('laid', 'Laid out', 'At random places, or in rows.', ['at random', 'in rows']),
    vector('size', 'Size', 'Of the box; the ball is as wide as the first.', [4, 4, 4], 0.1, 20, { unit: 'm' }),
    seedParam,
  ],
  bake: (params) => {
    const [count, size, seed] = [params.count as number, params.size as number[], params.seed as number];
    if (params.laid === 'in rows')
      return inRows(count, params.within === 'ball' ? size.map(() => size[0]!) : size, params.within === 'ball');
    return params.within === 'ball' ? inBall(count, size[0]! / 2, seed) : inBox(count, size, seed);
  },
};
