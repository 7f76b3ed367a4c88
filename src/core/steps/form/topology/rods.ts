import { tubes } from '../../../mesh/topology/edges';
import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const rods: StepDefinition = {
  op: 'form.rods',
  name: 'Rods',
  about: 'Every edge becomes a rod.',
  takes: ['form'],
  gives: 'form',
  telling: 'radius',
  also: ['edges', 'tubes', 'wireframe', 'lattice', 'struts'],
  params: [
    number('radius', 'Radius', 'Of each rod.', 0.02, 0.001, 0.2, { hard: [0.0001, 100], unit: 'm' }),
    number('sides', 'Sides', 'Faces around each rod.', 6, 3, 16, { hard: [3, 64], whole: true }),
  ],
  reshape: (mesh, params) => tubes(mesh, params.radius as number, params.sides as number),
};
