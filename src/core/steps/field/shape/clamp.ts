import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const clampTo: StepDefinition = {
  op: 'field.clamp',
  name: 'Clamp',
  about: 'Keeps numbers within a range.',
  takes: ['float', 'vec2', 'vec3'],
  gives: 'same',
  telling: 'high',
  also: ['limit', 'range', 'saturate'],
  params: [
    number('low', 'Low', 'No less than this.', 0, -2, 2),
    number('high', 'High', 'No more than this.', 1, -2, 2),
  ],
  glsl: '  return clamp(v, low, max(low, high));',
};
