import type { FinishStep } from '../definition';
import { number } from '../params';

export const temperature: FinishStep = {
  op: 'finish.temperature',
  name: 'Temperature',
  description:
    'Makes the picture look as if its light were warmer or colder, greener or more magenta; it stays as bright.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'kelvin',
  aliases: ['white balance', 'warm', 'cold', 'tint', 'grade'],
  params: [
    number({
      id: 'kelvin',
      name: 'Light',
      description: 'Temperature of the light: a candle has 1,900, daylight 6,500.',
      default: 4500,
      min: 2000,
      max: 12000,
      hard: [1667, 25000],
      unit: 'K',
    }),
    number({
      id: 'tint',
      name: 'Tint',
      description: 'Below 0 more magenta, above 0 greener; 1 is a stop.',
      default: 0,
      min: -1,
      max: 1,
      hard: [-4, 4],
      unit: 'stops',
    }),
  ],
  needs: ['colours'],
  // Each channel is scaled on its own, as a camera does it.
  glsl: `
  vec3 gain = max(lightOf(kelvin) / lightOf(6504.0), vec3(0.0)) * vec3(1.0, exp2(tint), 1.0);
  return vec4(v.rgb * gain / max(luminanceOf(gain), 1e-4), v.a);`,
};
