import type { FieldStep } from '../../definition';
import { vector } from '../../params';

export const dotWith: FieldStep = {
  op: 'field.dot',
  name: 'Dot',
  description: 'How far the vector points along another.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  cellParam: 'other',
  aliases: ['product', 'project', 'angle'],
  params: [
    vector({ id: 'other', name: 'Along', description: 'The other vector.', default: [0, 1, 0], min: -1, max: 1 }),
  ],
  glsl: '  return dot(pointOf(v), other);',
};
