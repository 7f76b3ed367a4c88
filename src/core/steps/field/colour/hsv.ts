import type { FieldStep } from '../../definition';
import { number } from '../../params';

export const hsv: FieldStep = {
  op: 'field.hsv',
  name: 'Hue and saturation',
  description: 'Turns the hue, and strengthens or weakens saturation and value.',
  takes: ['vec3'],
  gives: 'vec3',
  cellParam: 'hue',
  aliases: ['hsl', 'saturation', 'colour', 'color', 'shift', 'value'],
  params: [
    number({ id: 'hue', name: 'Hue', description: 'Turned by this.', default: 0, min: -0.5, max: 0.5, unit: 'turns' }),
    number({
      id: 'spins',
      name: 'Spins',
      description: 'Turns through all hues in each loop.',
      default: 0,
      min: -4,
      max: 4,
      unit: 'turns',
      closes: true,
    }),
    number({
      id: 'saturation',
      name: 'Saturation',
      description: '0 is grey, 1 leaves it.',
      default: 1,
      min: 0,
      max: 2,
      hard: [0, 100],
    }),
    number({ id: 'value', name: 'Value', description: '1 leaves it.', default: 1, min: 0, max: 4, hard: [0, 1000] }),
  ],
  needs: ['colours'],
  glsl: `
  vec3 c = toHsv(max(v, vec3(0.0)));
  return fromHsv(vec3(fract(c.x + hue + fract(spins * p.phase)), clamp(c.y * saturation, 0.0, 1.0), c.z * value));`,
};
