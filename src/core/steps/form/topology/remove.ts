import { faceCount } from '../../../mesh/mesh';
import { keepOnly } from '../../../mesh/topology/split';
import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const remove: StepDefinition = {
  op: 'form.remove',
  name: 'Remove',
  about: 'Takes out the faces (or points) at which a mask is below one half.',
  takes: ['form'],
  gives: 'form',
  also: ['delete', 'mask', 'holes', 'cull'],
  params: [
    { ...number('faces', 'Keep faces', 'Link it to a field: 1 stays, 0 goes.', 1, 0, 1), per: 'face' },
    { ...number('points', 'Keep points', 'The same for the points of a cloud.', 1, 0, 1), per: 'point' },
  ],
  reshape: (mesh, _params, baking) =>
    keepOnly(
      mesh,
      baking.values(faceCount(mesh) === 0 ? 'points' : 'faces').map((v) => (v >= 0.5 ? 1 : 0)),
    ),
};
