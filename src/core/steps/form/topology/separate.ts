import { separate } from '../../../mesh/topology/split';
import type { FormTopology } from '../../definition';

export const separateFaces: FormTopology = {
  op: 'form.separate',
  name: 'Separate',
  description: 'Gives every face points of its own, so that faces can part.',
  takes: ['form'],
  gives: 'form',
  aliases: ['split', 'explode', 'unweld', 'faces'],
  params: [],
  reshape: (mesh) => separate(mesh),
};
