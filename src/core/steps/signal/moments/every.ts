import type { SignalStep } from '../../definition';
import { choice, number } from '../../params';
import { beatsParam, secondsParam, repeatsParam } from './loop-length';

export const every: SignalStep = {
  op: 'signal.every',
  name: 'Even moments',
  description: 'Moments at even times: so many in each loop, or one every so many beats.',
  takes: [],
  gives: 'moments',
  group: 'moments',
  cellParam: 'count',
  aliases: ['pulse', 'clock', 'metronome', 'beat', 'trigger', 'tick'],
  params: [
    number({
      id: 'count',
      name: 'Count',
      description: 'Moments in a loop, or beats from one to the next.',
      default: 4,
      min: 1,
      max: 32,
      hard: [0.01, 4096],
    }),
    choice({
      id: 'of',
      name: 'Counted in',
      description: 'What is counted. Beats are those of the loop’s tempo; without one there are two a second.',
      options: [
        { id: 'loop', name: 'Moments in a loop' },
        { id: 'beats', name: 'Beats between them' },
      ],
    }),
    number({
      id: 'shift',
      name: 'Shift',
      description: 'Later by this part of the time between two.',
      default: 0,
      min: 0,
      max: 1,
    }),
    secondsParam,
    repeatsParam,
    beatsParam,
  ],
  // A whole number of moments, so that the loop closes. The phase is nudged: a moment is not missed by rounding.
  glsl: `
  float times = max(1.0, floor((of == 1 ? beats / count : count) + 0.5));
  float along = p.phase * times - shift + 1e-4;
  float number = floor(along);
  if (repeats < 0.5 && number < 0.0) return vec3(1e4, -1.0, 0.0);
  float since = max(along - number - 1e-4, 0.0) / times * seconds;
  return vec3(since, number - times * floor(number / times), 1.0);`,
};
