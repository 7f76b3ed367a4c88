import { mirror } from '../../../mesh/topology/split';
import type { StepDefinition } from '../../definition';
import { choice } from '../../params';

export const mirrorForm: StepDefinition = {
  op: 'form.mirror-form',
  name: 'Mirror',
  about: 'Its mirror image, alone or joined to it.',
  takes: ['form'],
  gives: 'form',
  telling: 'across',
  also: ['symmetry', 'flip', 'reflect'],
  params: [
    choice('across', 'Across', 'The axis along which it is turned over.', ['x', 'y', 'z']),
    choice('keep', 'Keep', 'Both halves, or the image alone.', ['both', 'image']),
  ],
  reshape: (mesh, params) => mirror(mesh, 'xyz'.indexOf(params.across as string), params.keep === 'both'),
};
