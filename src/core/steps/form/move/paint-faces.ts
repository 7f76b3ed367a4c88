import type { StepDefinition } from '../../definition';
import { colour } from '../../params';

export const paintFaces: StepDefinition = {
  op: 'form.paint-faces',
  name: 'Paint faces',
  about: 'Gives every face one colour by a field; a surface takes it as the carried colour.',
  takes: ['form'],
  gives: 'form',
  telling: 'colour',
  also: ['face colour', 'tint', 'facets'],
  params: [{ ...colour('colour', 'Colour', 'Link it to a field.', '#d8c9a8'), per: 'face' }],
  asides: { tint: 'colour' },
  glsl: '  return v;',
};
