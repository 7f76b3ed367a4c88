import { alongPath, knotsOf } from '../../../mesh/path';
import { onPath } from '../../../mesh/source/clouds';
import type { Vector } from '../../../piece/types';
import type { FormSource } from '../../definition';
import { number, path, PATH_CHOICES, pathWay } from '../../params';

export const pointsPath: FormSource = {
  op: 'form.points-path',
  name: 'Points on a path',
  about: 'Points along a line through places of your own; lay a tube or a ribbon along them, or put copies there.',
  takes: [],
  gives: 'form',
  telling: 'count',
  also: ['cloud', 'line', 'curve', 'spline', 'polyline', 'catmull-rom'],
  params: [
    path({
      id: 'points',
      name: 'Points',
      about: 'What it goes through, in order; drag them on the stage.',
      default: [{ place: [-1.5, 0.5, 0] }, { place: [0, 1.2, -1] }, { place: [1.5, 0.5, 0] }, { place: [0, 0.2, 1] }],
    }),
    ...PATH_CHOICES,
    number({
      id: 'count',
      name: 'Count',
      about: 'How many points.',
      default: 64,
      min: 2,
      max: 2000,
      hard: [1, 2_000_000],
      whole: true,
      finer: 'along',
    }),
  ],
  bake: (params) => {
    const way = pathWay(params);
    const knots = knotsOf(params.points as Vector[], way);
    return onPath(params.count as number, way.closed, (t) => alongPath(knots, way, t));
  },
};
