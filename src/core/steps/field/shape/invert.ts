import type { FieldStep } from '../../definition';

export const invert: FieldStep = {
  op: 'field.invert',
  name: 'Invert',
  description: '1 becomes 0 and 0 becomes 1.',
  takes: ['float', 'vec2', 'vec3'],
  gives: 'same',
  aliases: ['negative', 'complement', 'one minus'],
  params: [],
  glsl: '  return 1.0 - v;',
};
