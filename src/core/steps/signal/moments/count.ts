import type { SignalStep } from '../../definition';
import { number } from '../../params';

export const count: SignalStep = {
  op: 'signal.count',
  name: 'Count moments',
  description: 'The number of the last moment, from 0 on, starting again: for seeds, and for what goes on by a step.',
  takes: ['moments'],
  gives: 'float',
  group: 'from moments',
  cellParam: 'modulo',
  aliases: ['step', 'index', 'modulo', 'seed', 'increment'],
  params: [
    number({
      id: 'modulo',
      name: 'Up to',
      description: 'Begins again with 0 after so many; 0 counts all of the loop.',
      default: 0,
      min: 0,
      max: 16,
      hard: [0, 4096],
      whole: true,
    }),
    number({ id: 'from', name: 'From', description: 'The first number.', default: 0, min: 0, max: 99, whole: true }),
  ],
  // Before the first moment of what plays once, none has been counted.
  glsl: `
  float n = max(v.y, 0.0);
  return from + (modulo < 1.0 ? n : n - modulo * floor(n / modulo + 1e-4));`,
};
