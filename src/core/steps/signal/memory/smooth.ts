import type { SignalStep } from '../../definition';
import { number } from '../../params';
import { followed } from './loop-run';

const time = (id: string, name: string, description: string) =>
  number({ id, name, description, default: 0.3, min: 0, max: 4, hard: [0, 600], unit: 's' });

export const smooth: SignalStep = {
  op: 'signal.smooth',
  name: 'Smooth',
  description: 'Follows the input, and lags behind it: quickly or slowly, up and down each in its own time.',
  takes: ['float', 'vec3'],
  gives: 'same',
  group: 'memory',
  cellParam: 'fall',
  aliases: ['lag', 'low-pass', 'filter', 'slew', 'attack', 'release', 'ease'],
  params: [
    time('rise', 'Rise', 'Time in which it goes 63 % of the way up.'),
    time('fall', 'Fall', 'Time in which it goes 63 % of the way down.'),
  ],
  overLoop: followed,
  glsl: '  return v;',
};
