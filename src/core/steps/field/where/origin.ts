import type { StepDefinition } from '../../definition';
import { vector } from '../../params';

export const origin: StepDefinition = {
  op: 'field.origin',
  name: 'From origin',
  about: 'The position seen from an origin of your own.',
  takes: ['vec3', 'vec2'],
  gives: 'same',
  telling: 'origin',
  also: ['relative', 'offset', 'centre', 'center', 'move'],
  params: [vector('origin', 'Origin', 'Becomes 0, 0, 0.', [0, 0, 0], -4, 4)],
  glsl: '  return shaped(pointOf(v) - origin, v);',
};
