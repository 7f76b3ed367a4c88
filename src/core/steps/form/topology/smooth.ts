import { relax } from '../../../mesh/topology/relax';
import type { FormTopology } from '../../definition';
import { number } from '../../params';

export const smoothForm: FormTopology = {
  op: 'form.smooth',
  name: 'Smooth',
  description: 'Moves every point towards the middle of its neighbours.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'times',
  aliases: ['relax', 'soften', 'laplace'],
  params: [
    number({
      id: 'amount',
      name: 'Amount',
      description: 'How far each time.',
      default: 0.5,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    number({
      id: 'times',
      name: 'Times',
      description: 'How often.',
      default: 4,
      min: 0,
      max: 40,
      hard: [0, 1000],
      whole: true,
    }),
  ],
  reshape: (mesh, params) => relax(mesh, params.amount as number, params.times as number),
};
