import { subdivide, type SubdivideStyle } from '../../../mesh/topology/subdivide';
import type { FormTopology } from '../../definition';
import { choice, number } from '../../params';

export const subdivided: FormTopology = {
  op: 'form.subdivide',
  name: 'Subdivide',
  description: 'Cuts every face into smaller ones, rounding the form or not.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'style',
  aliases: ['smooth', 'catmull', 'loop', 'divide'],
  params: [
    choice({
      id: 'style',
      name: 'Style',
      description: 'Rounded is Catmull-Clark, triangles is Loop.',
      options: ['linear', 'rounded', 'triangles'],
    }),
    number({
      id: 'times',
      name: 'Times',
      description: 'Each time makes four faces of one.',
      default: 1,
      min: 1,
      max: 5,
      hard: [0, 8],
      whole: true,
      finer: 'halves',
    }),
  ],
  reshape: (mesh, params) => subdivide(mesh, params.times as number, params.style as SubdivideStyle),
};
