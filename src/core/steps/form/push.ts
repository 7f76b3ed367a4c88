import type { StepDefinition } from '../definition';

export const push: StepDefinition = {
  op: 'form.push',
  name: 'Push',
  about: 'Moves every point along its normal or an axis, by a field.',
  takes: ['form'],
  gives: 'form',
  telling: 'amount',
  also: ['displace', 'displacement', 'extrude', 'relief', 'height'],
  params: [
    { type: 'number', id: 'by', name: 'By', about: 'How far at each point; link it to a field.', default: 1, min: -2, max: 2 },
    { type: 'number', id: 'amount', name: 'Amount', about: 'Times this.', default: 0.3, min: -2, max: 2, unit: 'm' },
    { type: 'choice', id: 'along', name: 'Along', about: 'Direction of the push.', default: 'normal', options: [{ id: 'normal', name: 'Normal' }, { id: 'x', name: 'X' }, { id: 'y', name: 'Y' }, { id: 'z', name: 'Z' }] },
  ],
  glsl: `
  vec3 way = along == 0 ? p.normal : vec3(along == 1, along == 2, along == 3);
  return v + way * (by * amount);`,
};
