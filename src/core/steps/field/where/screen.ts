import type { FieldStep } from '../../definition';

export const screen: FieldStep = {
  op: 'field.screen',
  name: 'Screen',
  description: 'Place in the picture, 0 to 1 across and up.',
  takes: [],
  gives: 'vec2',
  aliases: ['frame', 'pixel', 'where'],
  params: [],
  glsl: '  return p.screen;',
};
