import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const spherify: StepDefinition = {
  op: 'form.spherify',
  name: 'Towards a ball',
  about: 'Draws every point towards a sphere about the origin.',
  takes: ['form'],
  gives: 'form',
  telling: 'amount',
  also: ['sphere', 'inflate', 'round'],
  params: [
    number('amount', 'Amount', '0 leaves the form, 1 is the ball.', 1, 0, 1),
    number('radius', 'Radius', 'Of the ball.', 1, 0.1, 5, { hard: [0, 1000], unit: 'm' }),
  ],
  glsl: '  return mix(v, v * (radius / max(length(v), 1e-6)), amount);',
};
