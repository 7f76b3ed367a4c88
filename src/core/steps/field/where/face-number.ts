import type { FieldStep } from '../../definition';

export const faceNumber: FieldStep = {
  op: 'field.face',
  name: 'Face number',
  description: 'Which face of the form this is, counted from 0.',
  takes: [],
  gives: 'float',
  aliases: ['where', 'polygon', 'primitive', 'index'],
  params: [],
  glsl: '  return p.face;',
};
