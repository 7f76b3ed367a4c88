import type { StepDefinition } from '../../definition';
import { choice, number } from '../../params';

export const mask: StepDefinition = {
  op: 'field.mask',
  name: 'Mask',
  about: 'Keeps what is inside of a mask.',
  takes: ['float', 'vec2', 'vec3'],
  gives: 'same',
  telling: 'keep',
  also: ['multiply', 'matte', 'alpha', 'cut'],
  params: [
    number('by', 'By', 'The mask: 1 keeps, 0 takes away.', 1, 0, 1),
    choice('keep', 'Keep', 'Which side stays.', ['inside', 'outside']),
  ],
  glsl: '  return v * clamp(keep == 1 ? 1.0 - by : by, 0.0, 1.0);',
};
