import { subdivide, type SubdivideStyle } from '../../../mesh/topology/subdivide';
import type { StepDefinition } from '../../definition';
import { choice, number } from '../../params';

export const subdivided: StepDefinition = {
  op: 'form.subdivide',
  name: 'Subdivide',
  about: 'Cuts every face into smaller ones, rounding the form or not.',
  takes: ['form'],
  gives: 'form',
  telling: 'style',
  also: ['smooth', 'catmull', 'loop', 'divide'],
  params: [
    choice('style', 'Style', 'Rounded is Catmull-Clark, triangles is Loop.', ['linear', 'rounded', 'triangles']),
    number('times', 'Times', 'Each time makes four faces of one.', 1, 1, 5, {
      hard: [0, 8],
      whole: true,
      finer: 'halves',
    }),
  ],
  reshape: (mesh, params) => subdivide(mesh, params.times as number, params.style as SubdivideStyle),
};
