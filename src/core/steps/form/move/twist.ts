import type { FormMove } from '../../definition';
import { choice, number } from '../../params';

export const twistForm: FormMove = {
  op: 'form.twist-form',
  name: 'Twist',
  description: 'Turns the form further and further along an axis.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'amount',
  aliases: ['wring', 'rotate', 'screw'],
  params: [
    choice({ id: 'axis', name: 'Axis', description: 'Along which it is twisted.', options: ['y', 'x', 'z'] }),
    number({
      id: 'amount',
      name: 'Amount',
      description: 'For each metre.',
      default: 0.1,
      min: -1,
      max: 1,
      unit: 'turns',
    }),
  ],
  needs: ['wave'],
  glsl: `
  if (axis == 0) v.zx = turned(v.zx, amount * v.y);
  if (axis == 1) v.yz = turned(v.yz, amount * v.x);
  if (axis == 2) v.xy = turned(v.xy, amount * v.z);
  return v;`,
};
