import type { StepDefinition } from '../../definition';
import { choice, colour, number } from '../../params';

export const blend: StepDefinition = {
  op: 'field.blend',
  name: 'Blend',
  about: 'Lays another colour over the running one.',
  takes: ['vec3'],
  gives: 'vec3',
  telling: 'mode',
  also: ['multiply', 'screen', 'overlay', 'dodge', 'burn', 'layer', 'composite', 'add'],
  params: [
    choice('mode', 'Mode', 'How the two meet.', [
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
    ]),
    colour('over', 'Over', 'The colour laid over: link it to a strand.', '#ffffff'),
    number('amount', 'Amount', '0 leaves the running colour.', 1, 0, 1, { hard: [0, 1] }),
    choice('space', 'Space', 'The standard blends encoded sRGB; linear light suits glow.', ['srgb', 'linear']),
  ],
  needs: ['colours'],
  glsl: `
  if (mode == 16) return v + over * amount;
  if (space == 1) return mix(v, blendMode(clamp(v, 0.0, 1.0), clamp(over, 0.0, 1.0), mode), amount);
  vec3 below = toEncoded(clamp(v, 0.0, 1.0));
  vec3 both = clamp(blendMode(below, toEncoded(clamp(over, 0.0, 1.0)), mode), 0.0, 1.0);
  return toLinear(mix(below, both, amount));`,
};
