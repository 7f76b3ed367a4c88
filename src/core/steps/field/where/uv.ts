import type { StepDefinition } from '../../definition';

export const uv: StepDefinition = {
  op: 'field.uv',
  name: 'UV',
  about: 'Surface coordinates, 0 to 1 across and up.',
  takes: [],
  gives: 'vec2',
  also: ['texture coordinates', 'where'],
  params: [],
  glsl: '  return p.uv;',
};
