import type { StepDefinition } from '../../definition';
import { vector } from '../../params';

export const checker: StepDefinition = {
  op: 'field.checker',
  name: 'Checker',
  about: 'Squares of 0 and 1.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  telling: 'count',
  also: ['squares', 'chess', 'grid'],
  params: [vector('count', 'Count', 'Squares for each unit along x, y and z.', [8, 8, 0], 0, 32)],
  glsl: `
  vec3 c = floor(pointOf(v) * count + 1e-5);
  return fract((c.x + c.y + c.z) * 0.5) * 2.0;`,
};
