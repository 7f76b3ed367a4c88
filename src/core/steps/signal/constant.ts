import type { SignalStep } from '../definition';
import { number } from '../params';

export const constant: SignalStep = {
  op: 'signal.constant',
  name: 'Steady',
  description: 'One number that stays as it is, to be shared by several strands.',
  takes: [],
  gives: 'float',
  cellParam: 'value',
  aliases: ['constant', 'number', 'value'],
  params: [number({ id: 'value', name: 'Value', description: 'The number.', default: 1, min: -2, max: 2 })],
  glsl: '  return value;',
};
