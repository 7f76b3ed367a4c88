import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const mixWith: StepDefinition = {
  op: 'field.mix',
  name: 'Mix',
  about: 'Goes over from the running number to another.',
  takes: ['float'],
  gives: 'float',
  telling: 'amount',
  also: ['lerp', 'blend', 'crossfade', 'interpolate'],
  params: [
    number('other', 'Other', 'A number, or another strand.', 1, -2, 2),
    number('amount', 'Amount', '0 keeps the running number, 1 takes the other.', 0.5, 0, 1),
  ],
  glsl: '  return mix(v, other, amount);',
};
