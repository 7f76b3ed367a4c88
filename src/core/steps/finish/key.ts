import type { FinishStep } from '../definition';
import { choice, colour, number } from '../params';

export const key: FinishStep = {
  op: 'finish.key',
  name: 'Key out',
  description: 'Makes what is dark, bright or of one colour transparent, with a soft edge.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'what',
  aliases: ['chroma', 'luma', 'transparent', 'alpha', 'mask', 'cut'],
  params: [
    choice({ id: 'what', name: 'What', description: 'What goes.', options: ['dark', 'bright', 'colour'] }),
    colour({ id: 'colour', name: 'Colour', description: 'The colour that goes.', default: '#20c040' }),
    number({
      id: 'reach',
      name: 'Reach',
      description: 'How bright as encoded for the screen, or how far from the colour in Oklab.',
      default: 0.2,
      min: 0,
      max: 1,
      hard: [0, 4],
    }),
    number({
      id: 'softness',
      name: 'Softness',
      description: 'Width of the edge.',
      default: 0.1,
      min: 0,
      max: 0.5,
      hard: [0, 4],
    }),
  ],
  needs: ['colours'],
  glsl: `
  vec3 light = max(v.rgb, vec3(0.0));
  float bright = toEncoded(luminanceOf(light));
  float off = what == 0 ? bright : what == 1 ? 1.0 - bright : length((toOklab(light) - toOklab(colour)).yz);
  float from = what == 1 ? 1.0 - reach : reach;
  return vec4(v.rgb, v.a * clamp((off - from) / max(softness, 1e-4), 0.0, 1.0));`,
};
