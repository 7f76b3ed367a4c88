import type { FinishStep } from '../definition';
import { colour } from '../params';

export const paint: FinishStep = {
  op: 'finish.paint',
  name: 'Paint',
  description: 'Fills the frame with a colour field, flat, without a stage.',
  takes: [],
  gives: 'image',
  aliases: ['flat', '2d', 'field', 'canvas'],
  params: [
    colour({
      id: 'colour',
      name: 'Colour',
      description: 'Link it to a colour field; UV and screen run over the frame.',
      default: '#2f8f8a',
    }),
  ],
  glsl: '  return vec4(colour, 1.0);',
};
