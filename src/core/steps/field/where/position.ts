import type { FieldStep } from '../../definition';
import { choice } from '../../params';

export const position: FieldStep = {
  op: 'field.position',
  name: 'Position',
  about: 'Where the point is. At rest it never moves with the camera or the displacement.',
  takes: [],
  gives: 'vec3',
  cellParam: 'space',
  aliases: ['coordinates', 'object', 'world', 'xyz'],
  params: [
    choice({
      id: 'space',
      name: 'Space',
      about: 'At rest in the object, or in the hall.',
      default: 'rest',
      options: [
        { id: 'rest', name: 'At rest' },
        { id: 'world', name: 'In the hall' },
      ],
    }),
  ],
  glsl: '  return space == 1 ? p.world : p.rest;',
};
