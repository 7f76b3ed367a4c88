import type { FieldStep } from '../../definition';
import { vector } from '../../params';

export const scale: FieldStep = {
  op: 'field.scale',
  name: 'Stretch',
  description: 'Multiplies the coordinates, each axis by its own factor.',
  takes: ['vec3', 'vec2'],
  gives: 'same',
  cellParam: 'by',
  aliases: ['scale', 'tile', 'multiply', 'size'],
  params: [
    vector({ id: 'by', name: 'Factor', description: 'Factor along x, y and z.', default: [1, 1, 1], min: 0, max: 8 }),
  ],
  glsl: '  return shaped(pointOf(v) * by, v);',
};
