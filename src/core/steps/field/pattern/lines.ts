import type { FieldStep } from '../../definition';
import { number, vector } from '../../params';

export const lines: FieldStep = {
  op: 'field.lines',
  name: 'Grid lines',
  description: 'Thin lines along the edges of squares.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  cellParam: 'count',
  aliases: ['grid', 'graph', 'wire', 'lattice'],
  params: [
    vector({
      id: 'count',
      name: 'Count',
      description: 'Squares for each unit along x, y and z; 0 draws no lines across that axis.',
      default: [8, 8, 0],
      min: 0,
      max: 48,
    }),
    number({
      id: 'width',
      name: 'Width',
      description: 'Against the width of a square.',
      default: 0.06,
      min: 0,
      max: 1,
      hard: [0, 10],
    }),
    number({ id: 'softness', name: 'Softness', description: 'Width of the edges.', default: 0.02, min: 0, max: 0.5 }),
  ],
  glsl: `
  vec3 q = pointOf(v) * count;
  vec3 d = 0.5 - abs(fract(q) - 0.5);
  vec3 far = mix(vec3(1.0), d, step(vec3(1e-4), abs(count)));
  float soft = max(softness, 1e-4);
  return 1.0 - smoothstep(0.5 * width - 0.5 * soft, 0.5 * width + 0.5 * soft, min(far.x, min(far.y, far.z)));`,
};
