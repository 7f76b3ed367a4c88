import { inBall, inBox, inRows } from '../../../mesh/source/clouds';
import type { FormSource } from '../../definition';
import { choice, number, seedParam, vector } from '../../params';

export const pointsScattered: FormSource = {
  op: 'form.points-scattered',
  name: 'Points in a volume',
  description: 'Points that fill a box or a ball evenly: at random places, or in rows.',
  takes: [],
  gives: 'form',
  cellParam: 'count',
  aliases: ['cloud', 'random', 'dust', 'volume', 'particles'],
  params: [
    number({
      id: 'count',
      name: 'Count',
      description: 'How many points; about so many in rows.',
      default: 20000,
      min: 1,
      max: 1000000,
      hard: [1, 2_000_000],
      whole: true,
    }),
    choice({ id: 'within', name: 'Within', description: 'What they fill.', options: ['box', 'ball'] }),
    choice({
      id: 'laid',
      name: 'Laid out',
      description: 'At random places, or in rows.',
      options: ['at random', 'in rows'],
    }),
    vector({
      id: 'size',
      name: 'Size',
      description: 'Of the box; the ball is as wide as the first.',
      default: [4, 4, 4],
      min: 0.1,
      max: 20,
      unit: 'm',
    }),
    seedParam,
  ],
  bake: (params) => {
    const [count, size, seed] = [params.count as number, params.size as number[], params.seed as number];
    if (params.laid === 'in rows')
      return inRows(count, params.within === 'ball' ? size.map(() => size[0]!) : size, params.within === 'ball');
    return params.within === 'ball' ? inBall(count, size[0]! / 2, seed) : inBox(count, size, seed);
  },
};
