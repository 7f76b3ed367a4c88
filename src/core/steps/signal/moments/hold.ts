import type { SignalStep } from '../../definition';
import { number } from '../../params';
import { secondsParam } from './loop-length';

export const holdValue: SignalStep = {
  op: 'signal.hold',
  name: 'Hold',
  about: 'Keeps a number as it was at the last moment.',
  takes: ['moments'],
  gives: 'float',
  group: 'from moments',
  telling: 'value',
  also: ['sample', 'sample and hold', 'latch', 'freeze'],
  params: [
    number({
      id: 'value',
      name: 'Value',
      about: 'What is kept: a signal or keys that go on meanwhile.',
      default: 0,
      min: -1,
      max: 1,
      per: 'moment',
    }),
    secondsParam,
  ],
  glsl: `
  Place then = p;
  then.phase = p.phase - v.x / max(seconds, 1e-6);
  return value(then);`,
};
