import { relax } from '../../../mesh/topology/relax';
import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const smoothForm: StepDefinition = {
  op: 'form.smooth',
  name: 'Smooth',
  about: 'Moves every point towards the middle of its neighbours.',
  takes: ['form'],
  gives: 'form',
  telling: 'times',
  also: ['relax', 'soften', 'laplace'],
  params: [
    number('amount', 'Amount', 'How far each time.', 0.5, 0, 1, { hard: [0, 1] }),
    number('times', 'Times', 'How often.', 4, 0, 40, { hard: [0, 1000], whole: true }),
  ],
  reshape: (mesh, params) => relax(mesh, params.amount as number, params.times as number),
};
