import type { FieldStep } from '../../definition';

export const normal: FieldStep = {
  op: 'field.normal',
  name: 'Normal',
  description: 'The direction in which the surface faces, length 1.',
  takes: [],
  gives: 'vec3',
  aliases: ['where', 'direction', 'orientation'],
  params: [],
  glsl: '  return directionOf(p.normal);',
};
