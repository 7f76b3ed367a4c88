import type { FieldStep } from '../../definition';
import { amountParam, number } from '../../params';

export const temperature: FieldStep = {
  op: 'field.temperature',
  name: 'Temperature',
  description: 'Tints like light of a colour temperature, at the same brightness.',
  takes: ['vec3'],
  gives: 'vec3',
  cellParam: 'kelvin',
  aliases: ['warm', 'cold', 'white balance', 'kelvin'],
  params: [
    number({
      id: 'kelvin',
      name: 'Temperature',
      description: 'Candle 1,900, lamp 3,200, daylight 6,500, shade 10,000.',
      default: 4500,
      min: 1900,
      max: 12000,
      hard: [1667, 25000],
      unit: 'K',
    }),
    amountParam('0 leaves the colour.'),
  ],
  needs: ['colours'],
  glsl: '  return v * mix(vec3(1.0), max(lightOf(kelvin) / lightOf(6504.0), vec3(0.0)), amount);',
};
