import type { StepDefinition } from '../definition';

export const join: StepDefinition = {
  op: 'field.join',
  name: 'Join',
  about: 'Joins the running number with another: adds, subtracts, multiplies, or takes the smaller or larger.',
  takes: ['float'],
  gives: 'float',
  telling: 'how',
  also: ['add', 'subtract', 'multiply', 'minimum', 'maximum', 'math', 'combine'],
  params: [
    { type: 'choice', id: 'how', name: 'How', about: 'The operation.', default: 'multiply', options: [{ id: 'add', name: 'Add' }, { id: 'subtract', name: 'Subtract' }, { id: 'multiply', name: 'Multiply' }, { id: 'smaller', name: 'Smaller of both' }, { id: 'larger', name: 'Larger of both' }] },
    { type: 'number', id: 'other', name: 'Other', about: 'A number, or another strand.', default: 1, min: -2, max: 2 },
  ],
  glsl: `
  if (how == 0) return v + other;
  if (how == 1) return v - other;
  if (how == 2) return v * other;
  return how == 3 ? min(v, other) : max(v, other);`,
};
