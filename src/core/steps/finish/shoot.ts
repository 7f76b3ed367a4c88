import type { FinishStep } from '../definition';
import { strand } from '../params';

export const shoot: FinishStep = {
  op: 'finish.shoot',
  name: 'Shoot',
  about: 'Takes the picture of a stage.',
  takes: [],
  gives: 'image',
  also: ['render', 'picture', 'stage', 'output'],
  params: [strand({ id: 'stage', name: 'Stage', about: 'The stage that is shot.', kind: 'stage' })],
  glsl: '  return v;',
};
