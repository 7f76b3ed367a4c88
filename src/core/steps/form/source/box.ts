import { box } from '../../../mesh/source/solids';
import type { StepDefinition } from '../../definition';
import { number, vector } from '../../params';

export const boxForm: StepDefinition = {
  op: 'form.box',
  name: 'Box',
  about: 'Six sides, each a grid of faces.',
  takes: [],
  gives: 'form',
  telling: 'segments',
  also: ['cube', 'block', 'brick'],
  params: [
    vector('size', 'Size', 'Across, up and deep.', [1, 1, 1], 0.1, 5, { unit: 'm' }),
    number('segments', 'Segments', 'Faces along each side.', 1, 1, 40, { hard: [1, 500], whole: true, finer: 'all' }),
  ],
  bake: (params) => box(params.size as number[], params.segments as number),
};
