import type { FinishStep } from '../definition';
import { number } from '../params';

export const contrast: FinishStep = {
  op: 'finish.contrast',
  name: 'Contrast',
  description: 'Spreads light and dark about a middle grey, and sets how strong colours are.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'amount',
  aliases: ['levels', 'saturation', 'grade'],
  params: [
    number({
      id: 'amount',
      name: 'Amount',
      description: '1 leaves it as it is.',
      default: 1.1,
      min: 0,
      max: 3,
      hard: [0, 10],
    }),
    number({
      id: 'middle',
      name: 'Middle',
      description: 'The grey that stays, in linear light.',
      default: 0.18,
      min: 0.02,
      max: 0.8,
      hard: [0.001, 1],
    }),
    number({
      id: 'saturation',
      name: 'Saturation',
      description: '0 is grey, 1 leaves it.',
      default: 1,
      min: 0,
      max: 2,
      hard: [0, 10],
    }),
  ],
  // Luminance weights of ITU-R BT.709.
  glsl: `
  vec3 x = finite(pow(max(v.rgb, vec3(1e-6)) / middle, vec3(amount)) * middle);
  float grey = dot(x, vec3(0.2126, 0.7152, 0.0722));
  return vec4(max(mix(vec3(grey), x, saturation), vec3(0.0)), v.a);`,
};
