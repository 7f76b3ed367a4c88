import { alongPath, knotsOf } from '../../../mesh/path';
import { onPath } from '../../../mesh/source/clouds';
import type { PathPoint } from '../../../piece/types';
import type { FormSource } from '../../definition';
import { number, PATH_PARAMS, pathWay } from '../../params';

export const pointsPath: FormSource = {
  op: 'form.points-path',
  name: 'Points on a path',
  description:
    'Points along a line through places of your own; lay a tube or a ribbon along them, or put copies there.',
  takes: [],
  gives: 'form',
  cellParam: 'count',
  aliases: ['cloud', 'line', 'curve', 'spline', 'polyline', 'catmull-rom'],
  params: [
    ...PATH_PARAMS,
    number({
      id: 'count',
      name: 'Count',
      description: 'How many points.',
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
    const knots = knotsOf(params.points as PathPoint[], way);
    return onPath(params.count as number, way.closed, (shares) => shares.flatMap((t) => alongPath(knots, way, t)));
  },
};
