import type { FieldStep } from '../../definition';
import { choice } from '../../params';

export const position: FieldStep = {
  op: 'field.position',
  name: 'Position',
  description: 'Where the point is. At rest it never moves with the camera or the displacement.',
  takes: [],
  gives: 'vec3',
  cellParam: 'space',
  positionIn: 'space',
  aliases: ['coordinates', 'object', 'world', 'xyz'],
  params: [
    choice({
      id: 'space',
      name: 'Space',
      description: 'At rest in the object, or on the stage.',
      default: 'rest',
      options: [
        { id: 'rest', name: 'At rest' },
        { id: 'world', name: 'On the stage' },
      ],
    }),
  ],
  glsl: '  return space == 1 ? p.world : p.rest;',
};
