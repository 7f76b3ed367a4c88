import type { FormMove } from '../../definition';
import { choice, number } from '../../params';

export const taperForm: FormMove = {
  op: 'form.taper',
  name: 'Taper',
  description: 'Widens or narrows the form along an axis.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'amount',
  aliases: ['cone', 'narrow', 'flare'],
  params: [
    choice({ id: 'axis', name: 'Axis', description: 'Along which it narrows.', options: ['y', 'x', 'z'] }),
    number({ id: 'amount', name: 'Amount', description: 'Growth for each metre.', default: -0.3, min: -2, max: 2 }),
  ],
  glsl: `
  float along = axis == 0 ? v.y : (axis == 1 ? v.x : v.z);
  float by = max(0.0, 1.0 + amount * along);
  return axis == 0 ? vec3(v.x * by, v.y, v.z * by) : (axis == 1 ? vec3(v.x, v.yz * by) : vec3(v.xy * by, v.z));`,
};
