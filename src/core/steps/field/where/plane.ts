import type { FieldStep } from '../../definition';
import { choice, vector } from '../../params';

export const plane: FieldStep = {
  op: 'field.plane',
  name: 'World plane',
  description: 'Two coordinates of the stage, so that one pattern lies over several objects like a cloth.',
  takes: [],
  gives: 'vec2',
  cellParam: 'plane',
  aliases: ['where', 'cloth', 'projection', 'planar', 'triplanar'],
  params: [
    choice({
      id: 'plane',
      name: 'Plane',
      description: 'Which two axes of the stage.',
      options: ['floor', 'front', 'side'],
    }),
    vector({
      id: 'origin',
      name: 'Origin',
      description: 'Where 0, 0 is on the stage.',
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
