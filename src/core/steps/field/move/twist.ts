import type { FieldStep } from '../../definition';
import { number, vector } from '../../params';

export const twist: FieldStep = {
  op: 'field.twist',
  name: 'Twist',
  description: 'Turns the plane more and more the further it is from a centre.',
  takes: ['vec3', 'vec2'],
  gives: 'same',
  cellParam: 'amount',
  aliases: ['swirl', 'vortex', 'spiral', 'rotate'],
  handles: [{ at: 'centre' }],
  params: [
    number({
      id: 'amount',
      name: 'Amount',
      description: 'Turns for each unit of distance.',
      default: 0.25,
      min: -2,
      max: 2,
      unit: 'turns',
    }),
    number({
      id: 'reach',
      name: 'Reach',
      description: 'Beyond this distance nothing turns; 0 has no end.',
      default: 0,
      min: 0,
      max: 8,
    }),
    vector({ id: 'centre', name: 'Centre', description: 'Stays where it is.', default: [0, 0, 0], min: -2, max: 2 }),
  ],
  needs: ['wave'],
  glsl: `
  vec3 q = pointOf(v) - centre;
  float r = length(q.xy);
  float d = reach > 0.0 ? max(reach - r, 0.0) : r;
  return shaped(vec3(turned(q.xy, -amount * d), q.z) + centre, v);`,
};
