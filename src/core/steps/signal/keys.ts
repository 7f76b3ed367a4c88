import type { SignalStep } from '../definition';
import { keys } from '../params';

export const keyed: SignalStep = {
  op: 'signal.keys',
  name: 'Keys',
  description:
    'A few values over the loop. In a loop the last goes on to the first, so it closes; what plays once holds ' +
    'its last value.',
  takes: [],
  gives: 'float',
  aliases: ['keyframes', 'envelope', 'automation', 'steps', 'curve', 'easing', 'tween'],
  params: [
    keys({
      id: 'keys',
      name: 'Keys',
      description: 'Each has a place in the loop, a value, and a way to the next: linear, eased or held.',
      default: [
        { at: 0, value: 0, ease: 'eased' },
        { at: 0.5, value: 1, ease: 'eased' },
      ],
    }),
  ],
  glsl: '  return keys;',
};
