import type { FieldStep } from '../../definition';
import { BLEND_MODES } from '../../blend-modes';
import { amountParam, blendSpaceParam, choice, colour } from '../../params';

export const blend: FieldStep = {
  op: 'field.blend',
  name: 'Blend',
  description: 'Lays another colour over the running one.',
  takes: ['vec3'],
  gives: 'vec3',
  cellParam: 'mode',
  aliases: ['multiply', 'screen', 'overlay', 'dodge', 'burn', 'layer', 'composite', 'add'],
  params: [
    choice({
      id: 'mode',
      name: 'Mode',
      description: 'How the two meet.',
      options: BLEND_MODES,
    }),
    colour({ id: 'over', name: 'Over', description: 'The colour laid over: link it to a strand.', default: '#ffffff' }),
    amountParam('0 leaves the running colour.'),
    blendSpaceParam,
  ],
  needs: ['colours'],
  glsl: '  return laidOver(v, over, mode, space, amount);',
};
