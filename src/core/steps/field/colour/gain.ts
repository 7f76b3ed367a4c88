import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const gain: StepDefinition = {
  op: 'field.gain',
  name: 'Gain',
  about: 'Strengthens, well above 1 where it should glow.',
  takes: ['float', 'vec2', 'vec3'],
  gives: 'same',
  telling: 'by',
  also: ['multiply', 'exposure', 'glow', 'bright', 'strength'],
  params: [
    number('by', 'By', 'Factor.', 2, 0, 16, { hard: [-100000, 100000] }),
    number('lift', 'Lift', 'Added afterwards.', 0, -1, 1),
  ],
  glsl: '  return v * by + lift;',
};
