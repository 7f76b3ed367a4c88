import type { SignalStep } from '../../definition';
import { number } from '../../params';
import { repeatsParam, secondsParam } from './loop-length';

export const holdValue: SignalStep = {
  op: 'signal.hold',
  name: 'Hold',
  description: 'Keeps a number as it was at the last moment.',
  takes: ['moments'],
  gives: 'float',
  group: 'from moments',
  cellParam: 'value',
  aliases: ['sample', 'sample and hold', 'latch', 'freeze'],
  params: [
    number({
      id: 'value',
      name: 'Value',
      description: 'What is held: a signal or keys that go on meanwhile.',
      default: 0,
      min: -1,
      max: 1,
      per: 'moment',
    }),
    secondsParam,
    repeatsParam,
  ],
  // What is before the beginning comes from the end of the loop that ran before, as in a delay.
  glsl: `
  Place then = p;
  then.phase = p.phase - v.x / max(seconds, 1e-6);
  if (then.phase < 0.0) then.phase = repeats > 0.5 ? then.phase - floor(then.phase) : 0.0;
  return value(then);`,
};
