import type { FieldStep } from '../../definition';
import { choice, number } from '../../params';

export const roundTo: FieldStep = {
  op: 'field.round',
  name: 'Round',
  description: 'Up, down or to the nearest whole multiple.',
  takes: ['float', 'vec2', 'vec3'],
  gives: 'same',
  cellParam: 'way',
  aliases: ['floor', 'ceiling', 'integer'],
  params: [
    choice({ id: 'way', name: 'Way', description: 'Which whole multiple.', options: ['nearest', 'up', 'down'] }),
    number({
      id: 'to',
      name: 'To',
      description: 'Multiples of this.',
      default: 1,
      min: 0.01,
      max: 2,
      hard: [0.000001, 100000],
    }),
  ],
  glsl: `
  // What is a hundred-thousandth away from a multiple counts as the multiple, or rounding would decide.
  if (way == 1) return ceil(v / to - 1e-5) * to;
  return floor(v / to + (way == 2 ? 1e-5 : 0.50001)) * to;`,
};
