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
  if (way == 1) return ceil(v / to) * to;
  return way == 2 ? floor(v / to) * to : floor(v / to + 0.5) * to;`,
};
