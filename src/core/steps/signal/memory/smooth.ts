import type { SignalStep } from '../../definition';
import { number } from '../../params';
import { runLoop } from './loop-run';

const time = (id: string, name: string, about: string) =>
  number({ id, name, about, default: 0.3, min: 0, max: 4, hard: [0, 600], unit: 's' });

/** A filter of the first order, whose time constant depends on the way it goes. */
export const smooth: SignalStep = {
  op: 'signal.smooth',
  name: 'Smooth',
  about: 'Follows what runs in, and lags behind it: quickly or slowly, up and down each in its own time.',
  takes: ['float', 'vec3'],
  gives: 'same',
  group: 'memory',
  telling: 'fall',
  also: ['lag', 'low-pass', 'filter', 'slew', 'attack', 'release', 'ease'],
  params: [
    time('rise', 'Rise', 'Time in which it goes 63 % of the way up.'),
    time('fall', 'Fall', 'Time in which it goes 63 % of the way down.'),
  ],
  overLoop: (loop) =>
    runLoop(loop, Float64Array.of(loop.values[0]!), (state, frame) => {
      const { rise, fall } = loop.params(frame) as { rise: number; fall: number };
      const way = loop.values[frame]! - state[0]!;
      const constant = way > 0 ? rise : fall;
      state[0]! += way * (constant > 0 ? 1 - Math.exp(-loop.seconds / constant) : 1);
    }),
  glsl: '  return v;',
};
