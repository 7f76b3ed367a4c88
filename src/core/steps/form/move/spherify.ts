import type { FormMove } from '../../definition';
import { number } from '../../params';

export const spherify: FormMove = {
  op: 'form.spherify',
  name: 'Towards a ball',
  description: 'Draws every point towards a sphere about the origin.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'amount',
  aliases: ['sphere', 'inflate', 'round'],
  params: [
    number({
      id: 'amount',
      name: 'Amount',
      description: '0 leaves the form, 1 is the ball.',
      default: 1,
      min: 0,
      max: 1,
    }),
    number({
      id: 'radius',
      name: 'Radius',
      description: 'Of the ball.',
      default: 1,
      min: 0.1,
      max: 5,
      hard: [0, 1000],
      unit: 'm',
    }),
  ],
  glsl: '  return mix(v, v * (radius / max(length(v), 1e-6)), amount);',
};
