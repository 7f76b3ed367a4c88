import type { FieldStep } from '../../definition';
import { BLEND_MODES } from '../../blend-modes';
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
      options: BLEND_MODES,
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
  glsl: '  return laidOver(v, over, mode, space, amount);',
};
