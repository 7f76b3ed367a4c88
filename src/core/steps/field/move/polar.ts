import type { StepDefinition } from '../../definition';
import { choice, vector } from '../../params';

export const polar: StepDefinition = {
  op: 'field.polar',
  name: 'Polar',
  about: 'Turns x and y into angle and radius, or back.',
  takes: ['vec3', 'vec2'],
  gives: 'same',
  telling: 'way',
  also: ['radial', 'angle', 'circle', 'tunnel', 'cartesian'],
  params: [
    choice('way', 'Way', 'Into angle (in turns) and radius, or back into x and y.', ['into polar', 'back to x and y']),
    vector('centre', 'Centre', 'Radius 0 lies here.', [0, 0, 0], -2, 2),
  ],
  needs: ['wave'],
  glsl: `
  vec3 q = pointOf(v);
  if (way == 1) return shaped(vec3(q.y * vec2(cosineTurns(q.x), sineTurns(q.x)), q.z) + centre, v);
  q -= centre;
  return shaped(vec3(leftOver(angleTurns(q.y, q.x)), length(q.xy), q.z), v);`,
};
