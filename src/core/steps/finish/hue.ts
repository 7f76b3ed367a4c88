import type { FinishStep } from '../definition';
import { number } from '../params';

export const hue: FinishStep = {
  op: 'finish.hue',
  name: 'Hue and saturation',
  description: 'Turns all hues round the circle, and sets how strong and how bright colours are.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'turn',
  aliases: ['hsv', 'hsl', 'value', 'colour', 'color', 'vibrance', 'grade'],
  params: [
    number({
      id: 'turn',
      name: 'Turn',
      description: 'Of the circle of hues.',
      default: 0.1,
      min: -1,
      max: 1,
      unit: 'turns',
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
    number({ id: 'value', name: 'Value', description: '1 leaves it.', default: 1, min: 0, max: 2, hard: [0, 100] }),
  ],
  needs: ['colours'],
  glsl: `
  vec3 c = toHsv(max(v.rgb, vec3(0.0)));
  return vec4(fromHsv(vec3(c.x + turn, min(c.y * saturation, 1.0), c.z * value)), v.a);`,
};
