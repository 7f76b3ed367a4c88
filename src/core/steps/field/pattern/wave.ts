import type { FieldStep } from '../../definition';
import { number } from '../../params';

export const wave: FieldStep = {
  op: 'field.wave',
  name: 'Wave',
  description: 'Turns the running number into waves that travel outward, whole turns in each loop.',
  takes: ['float'],
  gives: 'float',
  cellParam: 'count',
  aliases: ['ripple', 'rings', 'sine', 'bands'],
  params: [
    number({
      id: 'count',
      name: 'Count',
      description: 'Waves for each unit of the running number.',
      default: 2,
      min: 0,
      max: 12,
    }),
    number({
      id: 'turns',
      name: 'Turns',
      description: 'Waves that pass in each loop; whole turns close.',
      default: 1,
      min: -8,
      max: 8,
      unit: 'turns',
      closes: true,
    }),
    number({
      id: 'falloff',
      name: 'Falloff',
      description: 'How quickly the waves die down with distance.',
      default: 0,
      min: 0,
      max: 4,
      hard: [0, 1000],
    }),
  ],
  needs: ['wave'],
  glsl: '  return waveSine(v * count - p.phase * turns) * exp(-falloff * max(v, 0.0));',
};
