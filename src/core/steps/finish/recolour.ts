import type { FinishStep } from '../definition';
import { RAMP_CHOICES, amountParam, ramp } from '../params';

export const recolour: FinishStep = {
  op: 'finish.recolour',
  name: 'Recolour',
  description: 'Gives each brightness a colour of its own, along a ramp from dark to bright.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'amount',
  aliases: ['gradient map', 'duotone', 'ramp', 'tint', 'heat'],
  params: [
    ramp({
      id: 'colours',
      name: 'Colours',
      description: 'From black on the left to white on the right.',
      blend: 'blend',
      space: 'space',
      at: (_, running) => `toEncoded(luminanceOf(max(${running}.rgb, vec3(0.0))))`,
      default: [
        { at: 0, colour: '#0a1216' },
        { at: 0.5, colour: '#2f8f8a' },
        { at: 1, colour: '#f2e3c4' },
      ],
    }),
    ...RAMP_CHOICES,
    amountParam('0 leaves the picture.'),
  ],
  needs: ['colours'],
  glsl: '  return vec4(mix(v.rgb, colours, amount), v.a);',
};
