import type { StepDefinition } from '../definition';

export const shoot: StepDefinition = {
  op: 'finish.shoot',
  name: 'Shoot',
  about: 'Takes the picture of a stage.',
  takes: [],
  gives: 'image',
  also: ['render', 'picture', 'stage', 'output'],
  params: [{ type: 'strand', id: 'stage', name: 'Stage', about: 'The stage that is shot.', kind: 'stage' }],
  glsl: '  return v;',
};
