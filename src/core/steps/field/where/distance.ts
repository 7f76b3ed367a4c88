import type { FieldStep } from '../../definition';
import { vector } from '../../params';

export const distance: FieldStep = {
  op: 'field.distance',
  name: 'Distance',
  description: 'How far the point is from an origin.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  cellParam: 'origin',
  aliases: ['radius', 'length', 'circle'],
  handles: [{ at: 'origin' }],
  params: [
    vector({ id: 'origin', name: 'Origin', description: 'Measured from here.', default: [0, 0, 0], min: -4, max: 4 }),
  ],
  glsl: '  return distance(pointOf(v), origin);',
};
