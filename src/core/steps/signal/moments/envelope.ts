import type { SignalStep } from '../../definition';
import { number } from '../../params';

const time = (id: string, name: string, about: string, value: number) =>
  number({ id, name, about, default: value, min: 0, max: 4, hard: [0, 3600], unit: 's' });

export const envelope: SignalStep = {
  op: 'signal.envelope',
  name: 'Envelope',
  about: 'Rises to 1 at each moment, stays, and falls again; the next moment begins it anew.',
  takes: ['moments'],
  gives: 'float',
  group: 'from moments',
  telling: 'decay',
  also: ['attack', 'decay', 'hit', 'flash', 'pluck', 'adsr'],
  params: [
    time('attack', 'Attack', 'Time in which it rises.', 0.05),
    time('hold', 'Hold', 'Time for which it stays.', 0),
    time('decay', 'Decay', 'Time in which it falls.', 0.8),
    number({
      id: 'bend',
      name: 'Bend',
      about: 'Above 1 it falls soon and dies away slowly.',
      default: 2,
      min: 0.2,
      max: 6,
      hard: [0.01, 100],
    }),
    number({
      id: 'feel',
      name: 'Feel',
      about: 'How much the strength of a moment counts.',
      default: 1,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
  ],
  glsl: `
  float since = v.x;
  float strength = mix(1.0, v.z, feel);
  if (since < attack) return strength * since / attack;
  float fallen = clamp((since - attack - hold) / max(decay, 1e-4), 0.0, 1.0);
  return strength * pow(1.0 - fallen, bend);`,
};
