import type { StepDefinition } from '../../definition';

export const normal: StepDefinition = {
  op: 'field.normal',
  name: 'Normal',
  about: 'The direction in which the surface faces, length 1.',
  takes: [],
  gives: 'vec3',
  also: ['where', 'direction', 'orientation'],
  params: [],
  glsl: '  return directionOf(p.normal);',
};
