import type { StepDefinition } from '../../definition';
import { number, vector } from '../../params';

export const distort: StepDefinition = {
  op: 'field.distort',
  name: 'Distort',
  about: 'Moves the coordinates by another field.',
  takes: ['vec3', 'vec2'],
  gives: 'same',
  telling: 'amount',
  also: ['warp', 'displace', 'domain', 'bend', 'tear'],
  params: [
    vector('by', 'By', 'The field that moves them: a number, or one for each axis.', [0, 0, 0], -1, 1),
    number('amount', 'Amount', 'Strength.', 0.2, -2, 2),
    vector('direction', 'Direction', 'Strength along x, y and z.', [1, 1, 1], -1, 1),
  ],
  glsl: '  return shaped(pointOf(v) + by * direction * amount, v);',
};
