import { icosphere } from '../../../mesh/source/solids';
import type { FormSource } from '../../definition';
import { number } from '../../params';

export const roundBall: FormSource = {
  op: 'form.icosphere',
  name: 'Even ball',
  description: 'A sphere of even triangles, without poles.',
  takes: [],
  gives: 'form',
  cellParam: 'times',
  aliases: ['icosphere', 'geodesic', 'sphere', 'icosahedron'],
  params: [
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
    number({
      id: 'times',
      name: 'Subdivisions',
      description: 'Each cuts every triangle in four.',
      default: 3,
      min: 0,
      max: 6,
      hard: [0, 8],
      whole: true,
      finer: 'halves',
    }),
  ],
  bake: (params) => icosphere(params.radius as number, params.times as number),
};
