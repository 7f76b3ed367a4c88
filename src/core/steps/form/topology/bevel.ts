import { bevel } from '../../../mesh/topology/bevel';
import type { FormTopology } from '../../definition';
import { number } from '../../params';

export const bevelEdges: FormTopology = {
  op: 'form.bevel',
  name: 'Bevel',
  description: 'Cuts the edges off, flat or in a curve.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'width',
  aliases: ['chamfer', 'round', 'fillet', 'edges'],
  params: [
    number({
      id: 'width',
      name: 'Width',
      description: 'How far each face draws back, as far as there is room.',
      default: 0.05,
      min: 0,
      max: 0.5,
      hard: [0, 100],
      unit: 'm',
    }),
    number({
      id: 'segments',
      name: 'Segments',
      description: 'Faces across each edge; more make it round.',
      default: 1,
      min: 1,
      max: 6,
      hard: [1, 32],
      whole: true,
    }),
  ],
  reshape: (mesh, params) => bevel(mesh, params.width as number, params.segments as number),
};
