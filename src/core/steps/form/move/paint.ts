import type { FormMove } from '../../definition';
import { colour } from '../../params';

export const paint: FormMove = {
  op: 'form.paint',
  name: 'Paint',
  description: 'Gives every point a colour by a field; a surface takes it as the carried colour.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'colour',
  aliases: ['vertex colour', 'tint'],
  params: [colour({ id: 'colour', name: 'Colour', description: 'Link it to a field.', default: '#d8c9a8' })],
  attributes: { tint: 'colour' },
  glsl: '  return v;',
};
