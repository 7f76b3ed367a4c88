import type { FieldStep } from '../../definition';

export const absolute: FieldStep = {
  op: 'field.absolute',
  name: 'Absolute',
  description: 'The size of the number, without its sign.',
  takes: ['float', 'vec2', 'vec3'],
  gives: 'same',
  aliases: ['abs', 'magnitude', 'fold'],
  params: [],
  glsl: '  return abs(v);',
};
