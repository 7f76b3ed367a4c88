import type { SignalStep } from '../../definition';
import { choice, number } from '../../params';
import { beatsParam, repeatsParam, secondsParam } from '../moments/loop-length';

export const delay: SignalStep = {
  op: 'signal.delay',
  name: 'Delay',
  description: 'What ran in some time ago; moments can be late as well.',
  takes: ['float', 'vec3', 'moments'],
  gives: 'same',
  group: 'memory',
  cellParam: 'time',
  aliases: ['late', 'lag', 'offset', 'shift', 'ago', 'after'],
  params: [
    number({
      id: 'time',
      name: 'Time',
      description: 'How long ago.',
      default: 0.5,
      min: 0,
      max: 8,
      hard: [0, 1200],
      unitBy: { choice: 'per', units: { seconds: 's', beats: 'beats', loops: 'loops' } },
    }),
    choice({
      id: 'per',
      name: 'In',
      description: 'What the time is counted in. Without a tempo there are two beats a second.',
      options: ['seconds', 'beats', { id: 'loops', name: 'Parts of the loop' }],
    }),
    secondsParam,
    beatsParam,
    repeatsParam,
  ],
  again: true,
  // Only what is before the beginning comes from the end, so that a value that does not close is seen not to.
  glsl: `
  float ago = per == 0 ? time / seconds : (per == 1 ? time / beats : time);
  Place q = p;
  q.phase = p.phase - ago;
  if (q.phase < 0.0) q.phase = repeats > 0.5 ? q.phase - floor(q.phase) : 0.0;
  return again(q);`,
};
