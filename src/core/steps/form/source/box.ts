import { box } from '../../../mesh/source/solids';
import type { FormSource } from '../../definition';
import { number, vector } from '../../params';

export const boxForm: FormSource = {
  op: 'form.box',
  name: 'Box',
  description: 'Six sides, each a grid of faces.',
  takes: [],
  gives: 'form',
  cellParam: 'segments',
  aliases: ['cube', 'block', 'brick'],
  params: [
    vector({
      id: 'size',
      name: 'Size',
      description: 'Across, up and deep.',
      default: [1, 1, 1],
      min: 0.1,
      max: 5,
      unit: 'm',
    }),
    number({
      id: 'segments',
      name: 'Segments',
      description: 'Faces along each side.',
      default: 1,
      min: 1,
      max: 40,
      hard: [1, 500],
      whole: true,
      finer: 'all',
    }),
  ],
  bake: (params) => box(params.size as number[], params.segments as number),
};
