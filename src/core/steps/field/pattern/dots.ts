import type { StepDefinition } from '../../definition';
import { number, vector } from '../../params';

export const dots: StepDefinition = {
  op: 'field.dots',
  name: 'Dots',
  about: 'Round dots in rows.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  telling: 'count',
  also: ['circles', 'points', 'halftone', 'polka'],
  params: [
    vector('count', 'Count', 'Dots for each unit along x and y.', [8, 8, 0], 0, 48),
    number('radius', 'Radius', 'Against the distance between dots.', 0.3, 0, 0.75, { hard: [0, 10] }),
    number('softness', 'Softness', 'Width of the edge.', 0.05, 0, 0.5),
    number('stagger', 'Stagger', 'Moves every other row by this part of the distance.', 0, 0, 1),
  ],
  glsl: `
  vec2 q = pointOf(v).xy * count.xy;
  q.x += stagger * (2.0 * fract(0.5 * floor(q.y + 1e-5)));
  float soft = max(softness, 1e-4);
  return 1.0 - smoothstep(radius - 0.5 * soft, radius + 0.5 * soft, length(fract(q) - 0.5));`,
};
