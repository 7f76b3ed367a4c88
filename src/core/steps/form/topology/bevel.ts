import { bevel } from '../../../mesh/topology/bevel';
import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const bevelEdges: StepDefinition = {
  op: 'form.bevel',
  name: 'Bevel',
  about: 'Cuts the edges off, flat or in a curve.',
  takes: ['form'],
  gives: 'form',
  telling: 'width',
  also: ['chamfer', 'round', 'fillet', 'edges'],
  params: [
    number('width', 'Width', 'How far each face draws back, as far as there is room.', 0.05, 0, 0.5, {
      hard: [0, 100],
      unit: 'm',
    }),
    number('segments', 'Segments', 'Faces across each edge; more make it round.', 1, 1, 6, {
      hard: [1, 32],
      whole: true,
    }),
  ],
  reshape: (mesh, params) => bevel(mesh, params.width as number, params.segments as number),
};
