import type { FinishStep } from '../definition';
import { number } from '../params';

export const posterise: FinishStep = {
  op: 'finish.posterise',
  name: 'Posterise',
  description: 'Leaves few shades in each channel, evenly spaced as encoded for the screen.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'shades',
  aliases: ['steps', 'quantise', 'bits', 'print'],
  params: [
    number({
      id: 'shades',
      name: 'Shades',
      description: 'How many a channel has.',
      default: 5,
      min: 2,
      max: 16,
      hard: [2, 256],
      whole: true,
    }),
  ],
  needs: ['colours'],
  glsl: `
  vec3 shade = floor(toEncoded(clamp(v.rgb, 0.0, 1.0)) * shades);
  return vec4(toLinear(min(shade, vec3(shades - 1.0)) / (shades - 1.0)), v.a);`,
};
