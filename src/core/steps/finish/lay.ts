import type { FinishStep } from '../definition';
import { choice, colour, number } from '../params';
import { BLEND_MODES } from '../blend-modes';

export const lay: FinishStep = {
  op: 'finish.lay',
  name: 'Lay over',
  about: 'Lays a colour over the picture, or a colour field, by any mode of the standard for compositing.',
  takes: ['image'],
  gives: 'image',
  telling: 'mode',
  also: ['blend', 'multiply', 'screen', 'overlay', 'dodge', 'burn', 'layer', 'composite', 'add', 'field'],
  params: [
    choice({ id: 'mode', name: 'Mode', about: 'How the two meet.', options: BLEND_MODES }),
    colour({ id: 'over', name: 'Over', about: 'What is laid over: link it to a colour field.', default: '#2f8f8a' }),
    number({
      id: 'amount',
      name: 'Amount',
      about: '0 leaves the picture.',
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
  glsl: '  return vec4(laidOver(v.rgb, over, mode, space, amount), v.a);',
};
