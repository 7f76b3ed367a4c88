import type { SignalStep } from '../../definition';
import { number } from '../../params';
import { framesParam, secondsParam } from './loop-length';

export const pulse: SignalStep = {
  op: 'signal.pulse',
  name: 'Pulse',
  description: 'The strength of a moment for so many frames, then 0.',
  takes: ['moments'],
  gives: 'float',
  group: 'from moments',
  cellParam: 'length',
  aliases: ['flash', 'strobe', 'gate', 'blink'],
  params: [
    number({
      id: 'length',
      name: 'Length',
      description: 'Frames.',
      default: 2,
      min: 1,
      max: 60,
      hard: [1, 36_000],
      unit: 'frames',
      whole: true,
    }),
    framesParam,
    secondsParam,
  ],
  // Half a frame of play: a frame is in or out, and never on the edge.
  glsl: '  return v.x / max(seconds, 1e-6) * frames < length - 0.5 ? v.z : 0.0;',
};
