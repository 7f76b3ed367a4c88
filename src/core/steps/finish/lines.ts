import type { FinishStep } from '../definition';
import { number } from '../params';

export const lines: FinishStep = {
  op: 'finish.lines',
  name: 'Scan lines',
  description: 'Dark lines across the picture that can travel.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'count',
  aliases: ['crt', 'monitor', 'stripes', 'hologram', 'raster'],
  params: [
    number({
      id: 'count',
      name: 'Count',
      description: 'Lines from top to bottom.',
      default: 90,
      min: 2,
      max: 400,
      hard: [0, 4000],
    }),
    number({
      id: 'strength',
      name: 'Strength',
      description: 'How dark they are.',
      default: 0.4,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    number({
      id: 'width',
      name: 'Width',
      description: 'Part of each line that is dark.',
      default: 0.5,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    number({
      id: 'travel',
      name: 'Travel',
      description: 'Lines that pass by in the loop.',
      default: 1,
      min: -20,
      max: 20,
      unit: 'a loop',
      closes: true,
    }),
  ],
  glsl: `
  float x = p.uv.y * count + travel * p.phase;
  float off = abs(x - floor(x) - 0.5) * 2.0;
  return vec4(v.rgb * (1.0 - strength * (1.0 - smoothstep(width - 0.25, width + 0.25, off))), v.a);`,
};
