import type { FormMove } from '../../definition';
import { colour } from '../../params';

export const paintFaces: FormMove = {
  op: 'form.paint-faces',
  name: 'Paint faces',
  description: 'Gives every face one colour by a field; a surface takes it as the carried colour.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'colour',
  aliases: ['face colour', 'tint', 'facets'],
  params: [
    colour({ id: 'colour', name: 'Colour', description: 'Link it to a field.', default: '#d8c9a8', per: 'face' }),
  ],
  attributes: { tint: 'colour' },
  glsl: '  return v;',
};
