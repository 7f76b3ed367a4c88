import type { StepDefinition } from '../../definition';
import { choice, number } from '../../params';

export const roundTo: StepDefinition = {
  op: 'field.round',
  name: 'Round',
  about: 'Up, down or to the nearest whole multiple.',
  takes: ['float', 'vec2', 'vec3'],
  gives: 'same',
  telling: 'way',
  also: ['floor', 'ceiling', 'integer'],
  params: [
    choice('way', 'Way', 'Which whole multiple.', ['nearest', 'up', 'down']),
    number('to', 'To', 'Multiples of this.', 1, 0.01, 2, { hard: [0.000001, 100000] }),
  ],
  glsl: `
  // What is a hundred-thousandth away from a multiple counts as the multiple, or rounding would decide.
  if (way == 1) return ceil(v / to - 1e-5) * to;
  return floor(v / to + (way == 2 ? 1e-5 : 0.50001)) * to;`,
};
