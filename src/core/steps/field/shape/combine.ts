import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const combine: StepDefinition = {
  op: 'field.combine',
  name: 'Combine',
  about: 'Makes a vector or a colour of three numbers.',
  takes: [],
  gives: 'vec3',
  also: ['channels', 'join', 'vector', 'rgb', 'xyz'],
  params: [
    number('x', 'X or red', 'A number, or another strand.', 0, -1, 1),
    number('y', 'Y or green', 'A number, or another strand.', 0, -1, 1),
    number('z', 'Z or blue', 'A number, or another strand.', 0, -1, 1),
  ],
  glsl: '  return vec3(x, y, z);',
};
