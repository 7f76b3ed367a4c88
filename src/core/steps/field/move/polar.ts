import type { FieldStep } from '../../definition';
import { choice, vector } from '../../params';

export const polar: FieldStep = {
  op: 'field.polar',
  name: 'Polar',
  description: 'Turns x and y into angle and radius, or back.',
  takes: ['vec3', 'vec2'],
  gives: 'same',
  cellParam: 'way',
  aliases: ['radial', 'angle', 'circle', 'tunnel', 'cartesian'],
  handles: [{ at: 'centre' }],
  params: [
    choice({
      id: 'way',
      name: 'Way',
      description: 'Into angle (in turns) and radius, or back into x and y.',
      options: ['into polar', 'back to x and y'],
    }),
    vector({ id: 'centre', name: 'Centre', description: 'Radius 0 lies here.', default: [0, 0, 0], min: -2, max: 2 }),
  ],
  needs: ['wave'],
  glsl: `
  vec3 q = pointOf(v);
  if (way == 1) return shaped(vec3(q.y * vec2(cosineTurns(q.x), sineTurns(q.x)), q.z) + centre, v);
  q -= centre;
  return shaped(vec3(leftOver(angleTurns(q.y, q.x)), length(q.xy), q.z), v);`,
};
