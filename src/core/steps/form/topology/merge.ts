import { mergePoints } from '../../../mesh/topology/split';
import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const merge: StepDefinition = {
  op: 'form.merge',
  name: 'Merge',
  about: 'Makes one point of all that lie close together.',
  takes: ['form'],
  gives: 'form',
  telling: 'distance',
  also: ['weld', 'fuse', 'points'],
  params: [number('distance', 'Distance', 'What counts as close.', 0.001, 0, 0.1, { hard: [0, 100], unit: 'm' })],
  reshape: (mesh, params) => mergePoints(mesh, params.distance as number),
};
