import type { FieldStep } from '../../definition';
import { number, vector } from '../../params';

export const dots: FieldStep = {
  op: 'field.dots',
  name: 'Dots',
  description: 'Round dots in rows.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  cellParam: 'count',
  aliases: ['circles', 'points', 'halftone', 'polka'],
  params: [
    vector({
      id: 'count',
      name: 'Count',
      description: 'Dots for each unit along x and y.',
      default: [8, 8, 0],
      min: 0,
      max: 48,
    }),
    number({
      id: 'radius',
      name: 'Radius',
      description: 'Against the distance between dots.',
      default: 0.3,
      min: 0,
      max: 0.75,
      hard: [0, 10],
    }),
    number({ id: 'softness', name: 'Softness', description: 'Width of the edge.', default: 0.05, min: 0, max: 0.5 }),
    number({
      id: 'stagger',
      name: 'Stagger',
      description: 'Moves every other row by this part of the distance.',
      default: 0,
      min: 0,
      max: 1,
    }),
  ],
  glsl: `
  vec2 q = pointOf(v).xy * count.xy;
  q.x += stagger * (2.0 * fract(0.5 * floor(q.y + 1e-5)));
  float soft = max(softness, 1e-4);
  return 1.0 - smoothstep(radius - 0.5 * soft, radius + 0.5 * soft, length(fract(q) - 0.5));`,
};
