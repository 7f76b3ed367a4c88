import type { FieldStep } from '../../definition';
import { vector } from '../../params';

export const checker: FieldStep = {
  op: 'field.checker',
  name: 'Checker',
  description: 'Squares of 0 and 1.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  cellParam: 'count',
  aliases: ['squares', 'chess', 'grid'],
  params: [
    vector({
      id: 'count',
      name: 'Count',
      description: 'Squares for each unit along x, y and z.',
      default: [8, 8, 0],
      min: 0,
      max: 32,
    }),
  ],
  glsl: `
  vec3 c = floor(pointOf(v) * count + 1e-5);
  return fract((c.x + c.y + c.z) * 0.5) * 2.0;`,
};
