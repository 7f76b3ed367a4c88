import type { FieldStep } from '../../definition';
import { choice, number } from '../../params';

export const mask: FieldStep = {
  op: 'field.mask',
  name: 'Mask',
  description: 'Keeps what is inside of a mask.',
  takes: ['float', 'vec2', 'vec3'],
  gives: 'same',
  cellParam: 'keep',
  aliases: ['multiply', 'matte', 'alpha', 'cut'],
  params: [
    number({ id: 'by', name: 'Mask value', description: 'The mask: 1 keeps, 0 removes.', default: 1, min: 0, max: 1 }),
    choice({ id: 'keep', name: 'Keep', description: 'Which side stays.', options: ['inside', 'outside'] }),
  ],
  glsl: '  return v * clamp(keep == 1 ? 1.0 - by : by, 0.0, 1.0);',
};
