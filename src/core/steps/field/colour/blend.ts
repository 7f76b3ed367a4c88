import type { FieldStep } from '../../definition';
import { choice, colour, number } from '../../params';

export const blend: FieldStep = {
  op: 'field.blend',
  name: 'Blend',
  about: 'Lays another colour over the running one.',
  takes: ['vec3'],
  gives: 'vec3',
  telling: 'mode',
  also: ['multiply', 'screen', 'overlay', 'dodge', 'burn', 'layer', 'composite', 'add'],
  params: [
    choice({
      id: 'mode',
      name: 'Mode',
      about: 'How the two meet.',
      options: [
        'normal',
        'multiply',
        'screen',
        'overlay',
        'darken',
        'lighten',
        'color dodge',
        'color burn',
        'hard light',
        'soft light',
        'difference',
        'exclusion',
        'hue',
        'saturation',
        'color',
        'luminosity',
        'add',
      ],
    }),
    colour({ id: 'over', name: 'Over', about: 'The colour laid over: link it to a strand.', default: '#ffffff' }),
    number({
      id: 'amount',
      name: 'Amount',
      about: '0 leaves the running colour.',
      default: 1,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    choice({
      id: 'space',
      name: 'Space',
      about: 'The standard blends encoded sRGB; linear light suits glow.',
      options: ['srgb', 'linear'],
    }),
  ],
  needs: ['colours'],
  glsl: `
  if (mode == 16) return v + over * amount;
  if (space == 1) return mix(v, blendMode(clamp(v, 0.0, 1.0), clamp(over, 0.0, 1.0), mode), amount);
  vec3 below = toEncoded(clamp(v, 0.0, 1.0));
  vec3 both = clamp(blendMode(below, toEncoded(clamp(over, 0.0, 1.0)), mode), 0.0, 1.0);
  return toLinear(mix(below, both, amount));`,
};
