import type { FieldStep } from '../../definition';
import { number } from '../../params';

export const power: FieldStep = {
  op: 'field.power',
  name: 'Power',
  description: 'Raises the size of the number to a power and keeps its sign.',
  takes: ['float'],
  gives: 'float',
  cellParam: 'power',
  aliases: ['gamma', 'exponent', 'sharpen'],
  params: [
    number({
      id: 'power',
      name: 'Power',
      description: 'Above 1 thins out, below 1 fills up.',
      default: 2,
      min: 0.1,
      max: 8,
      hard: [0.01, 64],
    }),
  ],
  glsl: '  return sign(v) * pow(max(abs(v), 1e-20), power);',
};
