import type { StepDefinition } from '../../definition';
import { number, vector } from '../../params';

export const twist: StepDefinition = {
  op: 'field.twist',
  name: 'Twist',
  about: 'Turns the plane more and more the further it is from a centre.',
  takes: ['vec3', 'vec2'],
  gives: 'same',
  telling: 'amount',
  also: ['swirl', 'vortex', 'spiral', 'rotate'],
  params: [
    number('amount', 'Amount', 'Turns for each unit of distance.', 0.25, -2, 2, { unit: 'turns' }),
    number('reach', 'Reach', 'Beyond this distance nothing turns; 0 has no end.', 0, 0, 8),
    vector('centre', 'Centre', 'Stays where it is.', [0, 0, 0], -2, 2),
  ],
  needs: ['wave'],
  glsl: `
  vec3 q = pointOf(v) - centre;
  float r = length(q.xy);
  float d = reach > 0.0 ? max(reach - r, 0.0) : r;
  return shaped(vec3(turned(q.xy, -amount * d), q.z) + centre, v);`,
};
