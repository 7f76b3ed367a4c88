import type { FieldStep } from '../../definition';

export const lengthOf: FieldStep = {
  op: 'field.length',
  name: 'Length',
  description: 'The length of the vector.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  aliases: ['magnitude', 'distance', 'norm'],
  params: [],
  glsl: '  return length(v);',
};
