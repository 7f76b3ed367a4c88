import type { StepDefinition } from '../../definition';
import { vector } from '../../params';

export const dotWith: StepDefinition = {
  op: 'field.dot',
  name: 'Dot',
  about: 'How far the vector points along another.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  telling: 'other',
  also: ['product', 'project', 'angle'],
  params: [vector('other', 'Along', 'The other vector.', [0, 1, 0], -1, 1)],
  glsl: '  return dot(pointOf(v), other);',
};
