import type { FormMove } from '../../definition';
import { number } from '../../params';

export const dots: FormMove = {
  op: 'form.dots',
  name: 'Dots',
  description: 'How large the points of a cloud are drawn.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'size',
  aliases: ['points', 'particles', 'sprites', 'size'],
  params: [
    number({
      id: 'size',
      name: 'Size',
      description: 'Of each point; link it to a field.',
      default: 0.02,
      min: 0.001,
      max: 0.2,
      hard: [0, 100],
      unit: 'm',
    }),
  ],
  attributes: { dot: 'size' },
  glsl: '  return v;',
};
