import { faceCount } from '../../../mesh/mesh';
import { keepOnly } from '../../../mesh/topology/split';
import type { FormTopology } from '../../definition';
import { number } from '../../params';

export const remove: FormTopology = {
  op: 'form.remove',
  name: 'Remove',
  description: 'Takes out the faces (or points) at which a mask is below one half.',
  takes: ['form'],
  gives: 'form',
  aliases: ['delete', 'mask', 'holes', 'cull'],
  params: [
    number({
      id: 'faces',
      name: 'Keep faces',
      description: 'Link it to a field: 1 stays, 0 goes.',
      default: 1,
      min: 0,
      max: 1,
      per: 'face',
    }),
    number({
      id: 'points',
      name: 'Keep points',
      description: 'The same for the points of a cloud.',
      default: 1,
      min: 0,
      max: 1,
      per: 'point',
    }),
  ],
  reshape: (mesh, _params, baking) =>
    keepOnly(
      mesh,
      baking.values(faceCount(mesh) === 0 ? 'points' : 'faces').map((v) => (v >= 0.5 ? 1 : 0)),
    ),
};
