import { mirror } from '../../../mesh/topology/split';
import type { FormTopology } from '../../definition';
import { choice } from '../../params';

export const mirrorForm: FormTopology = {
  op: 'form.mirror-form',
  name: 'Mirror',
  description: 'Its mirror image, alone or joined to it.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'across',
  aliases: ['symmetry', 'flip', 'reflect'],
  params: [
    choice({
      id: 'across',
      name: 'Across',
      description: 'The axis along which it is turned over.',
      options: ['x', 'y', 'z'],
    }),
    choice({ id: 'keep', name: 'Keep', description: 'Both halves, or the image alone.', options: ['both', 'image'] }),
  ],
  reshape: (mesh, params) => mirror(mesh, 'xyz'.indexOf(params.across as string), params.keep === 'both'),
};
