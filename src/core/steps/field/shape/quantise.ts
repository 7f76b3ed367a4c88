import type { FieldStep } from '../../definition';
import { number } from '../../params';

export const quantise: FieldStep = {
  op: 'field.quantise',
  name: 'Quantise',
  description: 'Even levels from 0 to 1, like a poster.',
  takes: ['float', 'vec2', 'vec3'],
  gives: 'same',
  cellParam: 'levels',
  aliases: ['posterise', 'steps', 'levels', 'bits'],
  params: [
    number({
      id: 'levels',
      name: 'Levels',
      description: 'How many there are.',
      default: 4,
      min: 2,
      max: 16,
      hard: [2, 1024],
      whole: true,
    }),
  ],
  glsl: `
  float n = max(floor(levels + 0.5), 2.0);
  return floor(clamp(v, 0.0, 0.999989) * n + 1e-5) / (n - 1.0);`,
};
