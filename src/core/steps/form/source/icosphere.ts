import { icosphere } from '../../../mesh/source/solids';
import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const roundBall: StepDefinition = {
  op: 'form.icosphere',
  name: 'Even ball',
  about: 'A sphere of even triangles, without poles.',
  takes: [],
  gives: 'form',
  telling: 'times',
  also: ['icosphere', 'geodesic', 'sphere', 'icosahedron'],
  params: [
    number('radius', 'Radius', 'From the middle outwards.', 1, 0.1, 5, { hard: [0.001, 1000], unit: 'm' }),
    number('times', 'Subdivisions', 'Each cuts every triangle in four.', 3, 0, 6, {
      hard: [0, 8],
      whole: true,
      finer: 'halves',
    }),
  ],
  bake: (params) => icosphere(params.radius as number, params.times as number),
};
