import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const hsv: StepDefinition = {
  op: 'field.hsv',
  name: 'Hue and saturation',
  about: 'Turns the hue, and strengthens or weakens saturation and value.',
  takes: ['vec3'],
  gives: 'vec3',
  telling: 'hue',
  also: ['hsl', 'saturation', 'colour', 'color', 'shift', 'value'],
  params: [
    number('hue', 'Hue', 'Turned by this.', 0, -0.5, 0.5, { unit: 'turns' }),
    number('spins', 'Spins', 'Turns through all hues in each loop.', 0, -4, 4, { unit: 'turns', closes: true }),
    number('saturation', 'Saturation', '0 is grey, 1 leaves it.', 1, 0, 2, { hard: [0, 100] }),
    number('value', 'Value', '1 leaves it.', 1, 0, 4, { hard: [0, 1000] }),
  ],
  needs: ['colours'],
  glsl: `
  vec3 c = toHsv(max(v, vec3(0.0)));
  return fromHsv(vec3(fract(c.x + hue + fract(spins * p.phase)), clamp(c.y * saturation, 0.0, 1.0), c.z * value));`,
};
