import type { NumberParam } from '../param-types';
import type { FinishStep } from '../definition';
import { number } from '../params';

const cut = (id: string, name: string): NumberParam =>
  number({
    id,
    name,
    description: 'How much is taken off there, in parts of the picture.',
    default: 0.1,
    min: 0,
    max: 0.5,
    hard: [-1, 2],
  });

export const crop: FinishStep = {
  op: 'finish.crop',
  name: 'Crop',
  description: 'Leaves a part of the picture, with soft edges, and makes the rest transparent.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'softness',
  aliases: ['cut', 'window', 'trim', 'matte', 'letterbox', 'wipe'],
  params: [
    cut('left', 'Left'),
    cut('right', 'Right'),
    cut('below', 'Below'),
    cut('above', 'Above'),
    number({
      id: 'softness',
      name: 'Softness',
      description: 'Width of the edge, in parts of the height of the picture.',
      default: 0.004,
      min: 0,
      max: 0.5,
      hard: [0, 4],
    }),
  ],
  glsl: `
  vec2 size = frameSize();
  vec2 low = (p.uv - vec2(left, below)) * size;
  vec2 high = (1.0 - p.uv - vec2(right, above)) * size;
  float wide = max(softness, 1e-4);
  vec2 within = clamp(low / wide + 0.5, 0.0, 1.0) * clamp(high / wide + 0.5, 0.0, 1.0);
  return vec4(v.rgb, v.a * within.x * within.y);`,
};
