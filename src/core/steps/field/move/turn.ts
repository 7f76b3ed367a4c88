import type { StepDefinition } from '../../definition';
import { choice, number, vector } from '../../params';

export const turn: StepDefinition = {
  op: 'field.turn',
  name: 'Turn',
  about: 'Turns the pattern about a centre; whole spins in each loop close.',
  takes: ['vec3', 'vec2'],
  gives: 'same',
  telling: 'angle',
  also: ['rotate', 'spin', 'angle'],
  params: [
    choice('axis', 'Axis', 'Turned about this axis.', ['z', 'y', 'x']),
    number('angle', 'Angle', 'Turned from the start.', 0, -1, 1, { unit: 'turns' }),
    number('spins', 'Spins', 'Full turns in each loop.', 0, -4, 4, { unit: 'turns', closes: true }),
    vector('centre', 'Centre', 'Stays where it is.', [0, 0, 0], -2, 2),
  ],
  needs: ['wave'],
  glsl: `
  // The pattern turns one way when its coordinates turn the other.
  float t = -angle - spins * p.phase;
  vec3 q = pointOf(v) - centre;
  if (axis == 1) q.zx = turned(q.zx, t);
  else if (axis == 2) q.yz = turned(q.yz, t);
  else q.xy = turned(q.xy, t);
  return shaped(q + centre, v);`,
};
