import type { FieldStep } from '../../definition';
import { vector } from '../../params';

export const origin: FieldStep = {
  op: 'field.origin',
  name: 'From origin',
  description: 'The position seen from an origin of your own.',
  takes: ['vec3', 'vec2'],
  gives: 'same',
  cellParam: 'origin',
  aliases: ['relative', 'offset', 'centre', 'center', 'move'],
  handles: [{ at: 'origin' }],
  params: [
    vector({ id: 'origin', name: 'Origin', description: 'Becomes 0, 0, 0.', default: [0, 0, 0], min: -4, max: 4 }),
  ],
  glsl: '  return shaped(pointOf(v) - origin, v);',
};
