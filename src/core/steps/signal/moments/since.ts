import type { SignalStep } from '../../definition';

export const since: SignalStep = {
  op: 'signal.since',
  name: 'Time since',
  description: 'Seconds since the last moment.',
  takes: ['moments'],
  gives: 'float',
  group: 'from moments',
  aliases: ['age', 'timer', 'ramp', 'elapsed'],
  params: [],
  glsl: '  return v.x;',
};
