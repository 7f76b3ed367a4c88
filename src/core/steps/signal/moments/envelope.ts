import type { SignalStep } from '../../definition';
import { choice, number } from '../../params';
import { repeatsParam, secondsParam } from './loop-length';

const time = (id: string, name: string, description: string, value: number) =>
  number({ id, name, description, default: value, min: 0, max: 4, hard: [0, 3600], unit: 's' });

export const envelope: SignalStep = {
  op: 'signal.envelope',
  name: 'Envelope',
  description: 'Rises to 1 at each moment, stays, and falls again; the next moment begins it again, or is added.',
  takes: ['moments'],
  gives: 'float',
  group: 'from moments',
  cellParam: 'decay',
  aliases: ['attack', 'decay', 'hit', 'flash', 'pluck', 'adsr'],
  params: [
    time('attack', 'Attack', 'Time in which it rises.', 0.05),
    time('hold', 'Hold', 'Time for which it stays.', 0),
    time('decay', 'Decay', 'Time in which it falls.', 0.8),
    number({
      id: 'bend',
      name: 'Bend',
      description: 'Above 1 it falls soon and dies away slowly.',
      default: 2,
      min: 0.2,
      max: 6,
      hard: [0.01, 100],
    }),
    number({
      id: 'feel',
      name: 'Feel',
      description: 'How much the strength of a moment counts.',
      default: 1,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    choice({
      id: 'overlap',
      name: 'Overlap',
      description: 'The next moment starts it again, or up to eight that still sound are added.',
      options: [{ id: 'anew', name: 'Starts again' }, 'added'],
    }),
    secondsParam,
    repeatsParam,
  ],
  again: true,
  glsl: `
  float longest = attack + hold + decay;
  float since = v.x;
  float strength = v.z;
  float sum = 0.0;
  // Back from moment to moment, as long as one may still sound.
  for (int i = 0; i < 8; i++) {
    float felt = mix(1.0, strength, feel);
    float fallen = clamp((since - attack - hold) / max(decay, 1e-4), 0.0, 1.0);
    // A power of 0 is not 0 on every card where the bend is slight.
    sum += felt * (since < attack ? since / attack : fallen < 1.0 ? pow(1.0 - fallen, bend) : 0.0);
    if (overlap == 0 || since >= longest) break;
    Place q = p;
    // Just before the moment; a ten-thousandth of a second is less than any frame.
    q.phase = p.phase - (since + 1e-4) / seconds;
    if (q.phase < 0.0 && repeats < 0.5) break;
    q.phase = fract(q.phase);
    vec3 earlier = again(q);
    since += 1e-4 + earlier.x;
    strength = earlier.z;
  }
  return sum;`,
};
