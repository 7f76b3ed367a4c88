import { tubes } from '../../../mesh/topology/edges';
import type { FormTopology } from '../../definition';
import { number } from '../../params';

export const rods: FormTopology = {
  op: 'form.rods',
  name: 'Rods',
  description: 'Every edge becomes a rod.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'radius',
  aliases: ['edges', 'tubes', 'wireframe', 'lattice', 'struts'],
  params: [
    number({
      id: 'radius',
      name: 'Radius',
      description: 'Of each rod.',
      default: 0.02,
      min: 0.001,
      max: 0.2,
      hard: [0.0001, 100],
      unit: 'm',
    }),
    number({
      id: 'sides',
      name: 'Sides',
      description: 'Faces around each rod.',
      default: 6,
      min: 3,
      max: 16,
      hard: [3, 64],
      whole: true,
    }),
  ],
  reshape: (mesh, params) => tubes(mesh, params.radius as number, params.sides as number),
};
