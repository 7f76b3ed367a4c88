import type { FinishStep } from '../definition';
import { number } from '../params';

export const blocks: FinishStep = {
  op: 'finish.blocks',
  name: 'Blocks',
  description: 'Draws the picture in squares, each of the colour that lies beneath it on average.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'size',
  aliases: ['pixelate', 'mosaic', 'pixels', 'tiles', 'led'],
  params: [
    number({
      id: 'size',
      name: 'Size',
      description: 'Of a square, in parts of the height of the picture.',
      default: 0.05,
      min: 0.002,
      max: 0.5,
      hard: [0.0005, 2],
    }),
    number({
      id: 'gap',
      name: 'Gap',
      description: 'Part of each square that stays open, as between lamps.',
      default: 0,
      min: 0,
      max: 0.9,
      hard: [0, 1],
    }),
  ],
  passes: 1,
  averages: true,
  glsl: `
  vec2 cell = floor(p.rest.xy / size) + 0.5;
  vec4 light = vec4(0.0);
  for (int i = 0; i < 4; i++) {
    vec2 off = vec2(i < 2 ? 0.25 : -0.25, i == 0 || i == 2 ? 0.25 : -0.25);
    light += 0.25 * seenAt((cell + off) * size / frameSize() + 0.5, 0.5 * size, 0);
  }
  vec2 within = abs(p.rest.xy / size - cell) * 2.0;
  return straight(light) * vec4(1.0, 1.0, 1.0, max(within.x, within.y) > 1.0 - gap ? 0.0 : 1.0);`,
};
