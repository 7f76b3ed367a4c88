import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const dots: StepDefinition = {
  op: 'form.dots',
  name: 'Dots',
  about: 'How large the points of a cloud are drawn.',
  takes: ['form'],
  gives: 'form',
  telling: 'size',
  also: ['points', 'particles', 'sprites', 'size'],
  params: [
    number('size', 'Size', 'Of each point; link it to a field.', 0.02, 0.001, 0.2, { hard: [0, 100], unit: 'm' }),
  ],
  asides: { dot: 'size' },
  glsl: '  return v;',
};
