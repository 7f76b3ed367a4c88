import type { FieldStep } from '../../definition';
import { number } from '../../params';

export const clampTo: FieldStep = {
  op: 'field.clamp',
  name: 'Clamp',
  about: 'Keeps numbers within a range.',
  takes: ['float', 'vec2', 'vec3'],
  gives: 'same',
  cellParam: 'high',
  aliases: ['limit', 'range', 'saturate'],
  params: [
    number({ id: 'low', name: 'Low', about: 'No less than this.', default: 0, min: -2, max: 2 }),
    number({ id: 'high', name: 'High', about: 'No more than this.', default: 1, min: -2, max: 2 }),
  ],
  glsl: '  return clamp(v, low, max(low, high));',
};
