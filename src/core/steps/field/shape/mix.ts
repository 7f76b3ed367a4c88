import type { FieldStep } from '../../definition';
import { number } from '../../params';

export const mixWith: FieldStep = {
  op: 'field.mix',
  name: 'Mix',
  description: 'Goes over from the running number to another.',
  takes: ['float'],
  gives: 'float',
  cellParam: 'amount',
  aliases: ['lerp', 'blend', 'crossfade', 'interpolate'],
  params: [
    number({
      id: 'other',
      name: 'Second value',
      description: 'A number, or another strand.',
      default: 1,
      min: -2,
      max: 2,
    }),
    number({
      id: 'amount',
      name: 'Amount',
      description: '0 keeps the running number, 1 takes the other.',
      default: 0.5,
      min: 0,
      max: 1,
    }),
  ],
  glsl: '  return mix(v, other, amount);',
};
