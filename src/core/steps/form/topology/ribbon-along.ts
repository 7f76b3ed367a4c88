import { ribbonAlong } from '../../../mesh/topology/along';
import type { FormTopology } from '../../definition';
import { number } from '../../params';
import { LINE_PARAMS, lineOptions } from './line-params';

export const ribbonAlongLine: FormTopology = {
  op: 'form.ribbon-along',
  name: 'Ribbon along',
  description: 'A flat band along the points of the form, in their order; level where its line begins.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'width',
  aliases: ['band', 'strip', 'sweep', 'path', 'curve', 'line', 'trail'],
  params: [
    number({
      id: 'width',
      name: 'Width',
      description: 'From edge to edge; a field has one for each point.',
      default: 0.3,
      min: 0.01,
      max: 2,
      hard: [0, 1000],
      unit: 'm',
      per: 'point',
    }),
    ...LINE_PARAMS,
  ],
  reshape: (mesh, params, baking) => ribbonAlong(mesh, baking.values('width'), lineOptions(params)),
};
