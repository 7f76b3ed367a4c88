import type { StepDefinition } from '../../definition';
import { choice, number } from '../../params';

export const twistForm: StepDefinition = {
  op: 'form.twist-form',
  name: 'Twist',
  about: 'Turns the form further and further along an axis.',
  takes: ['form'],
  gives: 'form',
  telling: 'amount',
  also: ['wring', 'rotate', 'screw'],
  params: [
    choice('axis', 'Axis', 'Along which it is twisted.', ['y', 'x', 'z']),
    number('amount', 'Amount', 'For each metre.', 0.1, -1, 1, { unit: 'turns' }),
  ],
  needs: ['wave'],
  glsl: `
  if (axis == 0) v.zx = turned(v.zx, amount * v.y);
  if (axis == 1) v.yz = turned(v.yz, amount * v.x);
  if (axis == 2) v.xy = turned(v.xy, amount * v.z);
  return v;`,
};
