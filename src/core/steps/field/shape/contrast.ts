import type { FieldStep } from '../../definition';
import { number } from '../../params';

export const contrast: FieldStep = {
  op: 'field.contrast',
  name: 'Contrast',
  description: 'Pulls numbers away from a middle, or towards it.',
  takes: ['float', 'vec2', 'vec3'],
  gives: 'same',
  cellParam: 'amount',
  aliases: ['gain', 'levels', 'spread'],
  params: [
    number({
      id: 'amount',
      name: 'Amount',
      description: '1 leaves it, above pulls apart.',
      default: 1.5,
      min: 0,
      max: 4,
      hard: [0, 1000],
    }),
    number({ id: 'middle', name: 'Middle', description: 'Stays where it is.', default: 0.5, min: -1, max: 1 }),
  ],
  glsl: '  return (v - middle) * amount + middle;',
};
