import type { FieldStep } from '../../definition';
import { RAMP_CHOICES, ramp } from '../../params';

export const colourRamp: FieldStep = {
  op: 'field.ramp',
  name: 'Ramp',
  description: 'Turns numbers from 0 to 1 into colours along a row of stops.',
  takes: ['float'],
  gives: 'vec3',
  aliases: ['gradient', 'colour', 'color', 'palette'],
  params: [
    ramp({
      id: 'colours',
      name: 'Colours',
      description: 'Stops from 0 on the left to 1 on the right.',
      blend: 'blend',
      space: 'space',
      default: [
        { at: 0, colour: '#0b1e26' },
        { at: 0.5, colour: '#2f8f8a' },
        { at: 1, colour: '#f2e3c4' },
      ],
    }),
    ...RAMP_CHOICES,
  ],
  needs: ['colours'],
  glsl: '  return colours;',
};
