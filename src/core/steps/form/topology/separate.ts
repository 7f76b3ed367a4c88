import { separate } from '../../../mesh/topology/split';
import type { StepDefinition } from '../../definition';

export const separateFaces: StepDefinition = {
  op: 'form.separate',
  name: 'Separate',
  about: 'Gives every face points of its own, so that faces can part.',
  takes: ['form'],
  gives: 'form',
  also: ['split', 'explode', 'unweld', 'faces'],
  params: [],
  reshape: (mesh) => separate(mesh),
};
