import type { SignalStep } from '../../definition';
import { number } from '../../params';

export const alternate: SignalStep = {
  op: 'signal.alternate',
  name: 'Switch',
  description: 'On and off in turn, at each moment; the first of a loop switches it on.',
  takes: ['moments'],
  gives: 'float',
  group: 'from moments',
  aliases: ['toggle', 'flip', 'alternate', 'on', 'off', 'gate'],
  params: [
    number({
      id: 'glide',
      name: 'Glide',
      description: 'Time in which it goes over.',
      default: 0,
      min: 0,
      max: 2,
      hard: [0, 3600],
      unit: 's',
    }),
  ],
  glsl: `
  float off = v.y - 2.0 * floor(0.5 * v.y + 1e-4);
  float along = glide > 0.0 ? clamp(v.x / glide, 0.0, 1.0) : 1.0;
  float share = along * along * (3.0 - 2.0 * along);
  return off > 0.5 ? 1.0 - share : share;`,
};
