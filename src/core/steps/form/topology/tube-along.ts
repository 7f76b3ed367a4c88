import { tubeAlong } from '../../../mesh/topology/along';
import type { FormTopology } from '../../definition';
import { choice, number } from '../../params';
import { LINE_PARAMS, lineOptions } from './line-params';

export const tubeAlongLine: FormTopology = {
  op: 'form.tube-along',
  name: 'Tube along',
  description: 'A tube along the points of the form, in their order.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'radius',
  aliases: ['sweep', 'pipe', 'cable', 'rope', 'path', 'curve', 'line', 'loft'],
  params: [
    number({
      id: 'radius',
      name: 'Radius',
      description: 'From the line to the skin; a field has one for each point.',
      default: 0.08,
      min: 0.005,
      max: 1,
      hard: [0, 1000],
      unit: 'm',
      per: 'point',
    }),
    number({
      id: 'sides',
      name: 'Sides',
      description: 'Faces around it.',
      default: 16,
      min: 3,
      max: 64,
      hard: [3, 512],
      whole: true,
      finer: 'across',
    }),
    ...LINE_PARAMS,
    choice({ id: 'caps', name: 'Caps', description: 'Closes the ends of an open one.', options: ['capped', 'hollow'] }),
  ],
  reshape: (mesh, params, baking) =>
    tubeAlong(mesh, baking.values('radius'), {
      ...lineOptions(params),
      sides: params.sides as number,
      caps: params.caps === 'capped',
    }),
};
