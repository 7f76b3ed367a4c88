import type { StepDefinition } from '../../definition';
import { choice, number } from '../../params';

export const taperForm: StepDefinition = {
  op: 'form.taper',
  name: 'Taper',
  about: 'Widens or narrows the form along an axis.',
  takes: ['form'],
  gives: 'form',
  telling: 'amount',
  also: ['cone', 'narrow', 'flare'],
  params: [
    choice('axis', 'Axis', 'Along which it narrows.', ['y', 'x', 'z']),
    number('amount', 'Amount', 'Growth for each metre.', -0.3, -2, 2),
  ],
  glsl: `
  float along = axis == 0 ? v.y : (axis == 1 ? v.x : v.z);
  float by = max(0.0, 1.0 + amount * along);
  return axis == 0 ? vec3(v.x * by, v.y, v.z * by) : (axis == 1 ? vec3(v.x, v.yz * by) : vec3(v.xy * by, v.z));`,
};
