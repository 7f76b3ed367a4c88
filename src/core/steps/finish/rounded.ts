import type { FinishStep } from '../definition';
import { number } from '../params';

export const rounded: FinishStep = {
  op: 'finish.rounded',
  name: 'Rounded corners',
  description: 'Leaves the picture within a rounded frame, and makes the rest transparent.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'radius',
  aliases: ['corners', 'frame', 'crop', 'mask', 'margin'],
  params: [
    number({
      id: 'radius',
      name: 'Radius',
      description: 'Of the corners, in parts of the height of the picture.',
      default: 0.1,
      min: 0,
      max: 0.5,
      hard: [0, 4],
    }),
    number({
      id: 'margin',
      name: 'Margin',
      description: 'Open on all sides, in parts of the height.',
      default: 0,
      min: 0,
      max: 0.4,
      hard: [0, 4],
    }),
    number({
      id: 'softness',
      name: 'Softness',
      description: 'Width of the edge, in parts of the height.',
      default: 0.004,
      min: 0,
      max: 0.2,
      hard: [0, 4],
    }),
  ],
  // Distance to a rounded box, as in I. Quilez, "2D distance functions".
  glsl: `
  float wide = abs(p.uv.x - 0.5) < 1e-3 ? 1.0 : abs(p.rest.x / (p.uv.x - 0.5)) * 0.5;
  vec2 off = abs(p.rest.xy) - vec2(wide, 0.5) + margin + radius;
  float away = length(max(off, vec2(0.0))) + min(max(off.x, off.y), 0.0) - radius;
  return vec4(v.rgb, v.a * clamp(0.5 - away / max(softness, 1e-4), 0.0, 1.0));`,
};
