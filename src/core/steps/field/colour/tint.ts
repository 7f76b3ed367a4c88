import type { FieldStep } from '../../definition';
import { colour, number } from '../../params';

export const tint: FieldStep = {
  op: 'field.tint',
  name: 'Tint',
  description: 'Multiplies the colour, or makes a colour of the number.',
  takes: ['float', 'vec3'],
  gives: 'vec3',
  cellParam: 'gain',
  aliases: ['colour', 'color', 'gain', 'multiply'],
  params: [
    colour({ id: 'colour', name: 'Colour', description: 'Multiplied with the input.', default: '#e8d9b5' }),
    number({
      id: 'gain',
      name: 'Gain',
      description: 'Strength; well above 1 makes it glow.',
      default: 1,
      min: 0,
      max: 8,
      hard: [0, 1000],
    }),
  ],
  glsl: '  return vec3(v) * colour * gain;',
};
