import type { FieldStep } from '../../definition';
import { choice, number } from '../../params';

export const remap: FieldStep = {
  op: 'field.remap',
  name: 'Remap',
  description: 'Moves one range of numbers onto another.',
  takes: ['float'],
  gives: 'float',
  cellParam: 'high',
  aliases: ['range', 'fit', 'scale', 'offset', 'map'],
  params: [
    number({
      id: 'fromLow',
      name: 'From low',
      description: 'This number goes to "to low".',
      default: -1,
      min: -2,
      max: 2,
    }),
    number({
      id: 'fromHigh',
      name: 'From high',
      description: 'This number goes to "to high".',
      default: 1,
      min: -2,
      max: 2,
    }),
    number({ id: 'low', name: 'To low', description: 'Where "from low" goes.', default: 0, min: -2, max: 2 }),
    number({ id: 'high', name: 'To high', description: 'Where "from high" goes.', default: 1, min: -2, max: 2 }),
    choice({
      id: 'hold',
      name: 'Outside',
      description: 'What happens outside of the range.',
      default: 'goes on',
      options: [
        { id: 'goes on', name: 'Goes on' },
        { id: 'held', name: 'Held at the ends' },
      ],
    }),
  ],
  glsl: `
  float span = fromHigh - fromLow;
  float t = (v - fromLow) / (abs(span) < 1e-6 ? 1e-6 : span);
  if (hold == 1) t = clamp(t, 0.0, 1.0);
  return low + (high - low) * t;`,
};
