import type { FieldStep } from '../../definition';
import { number, vector } from '../../params';

export const distort: FieldStep = {
  op: 'field.distort',
  name: 'Distort',
  description: 'Moves the coordinates by another field.',
  takes: ['vec3', 'vec2'],
  gives: 'same',
  cellParam: 'amount',
  aliases: ['warp', 'displace', 'domain', 'bend', 'tear'],
  params: [
    vector({
      id: 'by',
      name: 'Field',
      description: 'The field that moves them: a number, or one for each axis.',
      default: [0, 0, 0],
      min: -1,
      max: 1,
    }),
    number({ id: 'amount', name: 'Amount', description: 'Strength.', default: 0.2, min: -2, max: 2 }),
    vector({
      id: 'direction',
      name: 'Direction',
      description: 'Strength along x, y and z.',
      default: [1, 1, 1],
      min: -1,
      max: 1,
    }),
  ],
  glsl: '  return shaped(pointOf(v) + by * direction * amount, v);',
};
