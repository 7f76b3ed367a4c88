import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const contrast: StepDefinition = {
  op: 'field.contrast',
  name: 'Contrast',
  about: 'Pulls numbers away from a middle, or towards it.',
  takes: ['float', 'vec2', 'vec3'],
  gives: 'same',
  telling: 'amount',
  also: ['gain', 'levels', 'spread'],
  params: [
    number('amount', 'Amount', '1 leaves it, above pulls apart.', 1.5, 0, 4, { hard: [0, 1000] }),
    number('middle', 'Middle', 'Stays where it is.', 0.5, -1, 1),
  ],
  glsl: '  return (v - middle) * amount + middle;',
};
