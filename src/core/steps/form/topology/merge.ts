import { mergePoints } from '../../../mesh/topology/split';
import type { FormTopology } from '../../definition';
import { number } from '../../params';

export const merge: FormTopology = {
  op: 'form.merge',
  name: 'Merge',
  description: 'Makes one point of all that lie close together.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'distance',
  aliases: ['weld', 'fuse', 'points'],
  params: [
    number({
      id: 'distance',
      name: 'Distance',
      description: 'What counts as close.',
      default: 0.001,
      min: 0,
      max: 0.1,
      hard: [0, 100],
      unit: 'm',
    }),
  ],
  reshape: (mesh, params) => mergePoints(mesh, params.distance as number),
};
