import type { StepDefinition } from '../../definition';
import { choice, vector } from '../../params';

export const plane: StepDefinition = {
  op: 'field.plane',
  name: 'World plane',
  about: 'Two coordinates of the hall, so that one pattern lies over several objects like a cloth.',
  takes: [],
  gives: 'vec2',
  telling: 'plane',
  also: ['where', 'cloth', 'projection', 'planar', 'triplanar'],
  params: [
    choice('plane', 'Plane', 'Which two axes of the hall.', ['floor', 'front', 'side']),
    vector('origin', 'Origin', 'Where 0, 0 lies in the hall.', [0, 0, 0], -10, 10, { unit: 'm' }),
  ],
  glsl: `
  vec3 q = p.world - origin;
  return plane == 0 ? q.xz : (plane == 1 ? q.xy : q.zy);`,
};
