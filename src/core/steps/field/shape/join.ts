import type { FieldStep } from '../../definition';
import { choice, number } from '../../params';

export const join: FieldStep = {
  op: 'field.join',
  name: 'Join',
  description:
    'Joins the input with a second number: adds, subtracts, multiplies, divides, takes the smaller or larger.',
  takes: ['float', 'vec2', 'vec3'],
  gives: 'same',
  cellParam: 'how',
  aliases: ['add', 'subtract', 'multiply', 'divide', 'minimum', 'maximum', 'difference', 'math', 'combine'],
  params: [
    choice({
      id: 'how',
      name: 'Operation',
      description: 'The operation.',
      default: 'multiply',
      options: [
        { id: 'add', name: 'Add' },
        { id: 'subtract', name: 'Subtract' },
        { id: 'multiply', name: 'Multiply' },
        { id: 'smaller', name: 'Smaller of both' },
        { id: 'larger', name: 'Larger of both' },
        { id: 'divide', name: 'Divide' },
        { id: 'difference', name: 'Difference' },
        { id: 'smooth', name: 'Smooth smaller' },
        { id: 'smooth larger', name: 'Smooth larger' },
      ],
    }),
    number({
      id: 'other',
      name: 'Second value',
      description: 'A number, or another strand.',
      default: 1,
      min: -2,
      max: 2,
    }),
    number({
      id: 'softness',
      name: 'Softness',
      description: 'How far the smooth ones flow together.',
      default: 0.2,
      min: 0,
      max: 1,
      hard: [0.00001, 1000],
    }),
  ],
  glsl: `
  if (how == 0) return v + other;
  if (how == 1) return v - other;
  if (how == 2) return v * other;
  if (how == 3) return min(v, other);
  if (how == 4) return max(v, other);
  // Nothing divides by 0: the nearest that still has a sign stands in.
  if (how == 5) return v / (abs(other) < 1e-6 ? (other < 0.0 ? -1e-6 : 1e-6) : other);
  if (how == 6) return abs(v - other);
  if (how == 7) return min(v, other) - max(softness - abs(v - other), 0.0) * max(softness - abs(v - other),
    0.0) * (0.25 / softness);
  return max(v, other) + max(softness - abs(v - other), 0.0) * max(softness - abs(v - other),
    0.0) * (0.25 / softness);`,
};
