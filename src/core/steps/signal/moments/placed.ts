import type { SignalStep } from '../../definition';
import { keys } from '../../params';
import { secondsParam } from './loop-length';

export const placed: SignalStep = {
  op: 'signal.moments',
  name: 'Placed moments',
  description: 'Moments where you put them: in the table, on the loop band, or triggered with K while it plays.',
  takes: [],
  gives: 'moments',
  group: 'moments',
  aliases: ['strike', 'hit', 'cue', 'trigger', 'tap', 'events', 'notes'],
  params: [
    keys({
      id: 'moments',
      name: 'Moments',
      description: 'Each has a place in the loop and a strength.',
      default: [
        { at: 0, value: 1, ease: 'held' },
        { at: 0.5, value: 1, ease: 'held' },
      ],
      moments: true,
    }),
    secondsParam,
  ],
  glsl: '  return vec3(moments.x * seconds, moments.y, moments.z);',
};
