import type { FieldStep } from '../../definition';
import { choice, vector } from '../../params';

export const plane: FieldStep = {
  op: 'field.plane',
  name: 'World plane',
  about: 'Two coordinates of the hall, so that one pattern lies over several objects like a cloth.',
  takes: [],
  gives: 'vec2',
  cellParam: 'plane',
  aliases: ['where', 'cloth', 'projection', 'planar', 'triplanar'],
  params: [
    choice({ id: 'plane', name: 'Plane', about: 'Which two axes of the hall.', options: ['floor', 'front', 'side'] }),
    vector({
      id: 'origin',
      name: 'Origin',
      about: 'Where 0, 0 lies in the hall.',
      default: [0, 0, 0],
      min: -10,
      max: 10,
      unit: 'm',
    }),
  ],
  glsl: `
  vec3 q = p.world - origin;
  return plane == 0 ? q.xz : (plane == 1 ? q.xy : q.zy);`,
};
