import type { FinishStep } from '../definition';
import { amountParam, blendSpaceParam, choice, colour } from '../params';
import { BLEND_MODES } from '../blend-modes';

export const lay: FinishStep = {
  op: 'finish.lay',
  name: 'Lay over',
  description: 'Lays a colour over the picture, or a colour field, by any mode of the standard for compositing.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'mode',
  aliases: ['blend', 'multiply', 'screen', 'overlay', 'dodge', 'burn', 'layer', 'composite', 'add', 'field'],
  params: [
    choice({ id: 'mode', name: 'Mode', description: 'How the two meet.', options: BLEND_MODES }),
    colour({
      id: 'over',
      name: 'Over',
      description: 'What is laid over: link it to a colour field.',
      default: '#2f8f8a',
    }),
    amountParam('0 leaves the picture.'),
    blendSpaceParam,
  ],
  needs: ['colours'],
  glsl: '  return vec4(laidOver(v.rgb, over, mode, space, amount), v.a);',
};
