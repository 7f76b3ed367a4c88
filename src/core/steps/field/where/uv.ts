import type { FieldStep } from '../../definition';

export const uv: FieldStep = {
  op: 'field.uv',
  name: 'UV',
  description: 'Surface coordinates, 0 to 1 across and up.',
  takes: [],
  gives: 'vec2',
  aliases: ['texture coordinates', 'where'],
  params: [],
  glsl: '  return p.uv;',
};
