import type { FieldStep } from '../../definition';
import { number } from '../../params';

export const clampTo: FieldStep = {
  op: 'field.clamp',
  name: 'Clamp',
  description: 'Keeps numbers within a range.',
  takes: ['float', 'vec2', 'vec3'],
  gives: 'same',
  cellParam: 'high',
  aliases: ['limit', 'range', 'saturate'],
  params: [
    number({ id: 'low', name: 'Low', description: 'No less than this.', default: 0, min: -2, max: 2 }),
    number({ id: 'high', name: 'High', description: 'No more than this.', default: 1, min: -2, max: 2 }),
  ],
  glsl: '  return clamp(v, low, max(low, high));',
};
