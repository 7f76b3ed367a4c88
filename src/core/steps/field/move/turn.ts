import type { FieldStep } from '../../definition';
import { choice, number, vector } from '../../params';

export const turn: FieldStep = {
  op: 'field.turn',
  name: 'Turn',
  description: 'Turns the pattern about a centre; whole spins in each loop close.',
  takes: ['vec3', 'vec2'],
  gives: 'same',
  cellParam: 'angle',
  aliases: ['rotate', 'spin', 'angle'],
  handles: [{ at: 'centre' }],
  params: [
    choice({ id: 'axis', name: 'Axis', description: 'Turned about this axis.', options: ['z', 'y', 'x'] }),
    number({
      id: 'angle',
      name: 'Angle',
      description: 'Turned from the start.',
      default: 0,
      min: -1,
      max: 1,
      unit: 'turns',
    }),
    number({
      id: 'spins',
      name: 'Spins',
      description: 'Full turns in each loop.',
      default: 0,
      min: -4,
      max: 4,
      unit: 'turns',
      closes: true,
    }),
    vector({ id: 'centre', name: 'Centre', description: 'Stays where it is.', default: [0, 0, 0], min: -2, max: 2 }),
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
