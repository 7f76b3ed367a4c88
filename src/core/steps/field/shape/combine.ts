import type { FieldStep } from '../../definition';
import { number } from '../../params';

export const combine: FieldStep = {
  op: 'field.combine',
  name: 'Combine',
  description: 'Makes a vector or a colour of three numbers.',
  takes: [],
  gives: 'vec3',
  aliases: ['channels', 'join', 'vector', 'rgb', 'xyz'],
  params: [
    number({ id: 'x', name: 'X or red', description: 'A number, or another strand.', default: 0, min: -1, max: 1 }),
    number({ id: 'y', name: 'Y or green', description: 'A number, or another strand.', default: 0, min: -1, max: 1 }),
    number({ id: 'z', name: 'Z or blue', description: 'A number, or another strand.', default: 0, min: -1, max: 1 }),
  ],
  glsl: '  return vec3(x, y, z);',
};
