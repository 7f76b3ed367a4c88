import { copiesOn } from '../../../mesh/topology/copies';
import type { StepDefinition } from '../../definition';
import { choice, colour, number, vector } from '../../params';

export const copies: StepDefinition = {
  op: 'form.copies',
  name: 'Copies on',
  about: 'The form once on every point or face of another, each with its own turn, size, colour and moment.',
  takes: ['form'],
  gives: 'form',
  telling: 'where',
  also: ['instances', 'scatter', 'clone', 'duplicate', 'grid'],
  params: [
    {
      type: 'strand',
      id: 'on',
      name: 'On',
      about: 'The form whose points or faces are taken, as it stands at the beginning of the loop.',
      kind: 'form',
    },
    choice('where', 'Where', 'What of it is taken.', ['points', 'faces']),
    choice('stand', 'Stand', 'Upright as they are, or up along the normal there, or along the way to the next point.', [
      'as they are',
      'along the normal',
      'along the path',
    ]),
    {
      ...vector('shift', 'Shift', 'From its place; link it to a field.', [0, 0, 0], -2, 2, { unit: 'm' }),
      per: 'copy',
    },
    { ...vector('turn', 'Turn', 'About x, then y, then z.', [0, 0, 0], -180, 180, { unit: '°' }), per: 'copy' },
    { ...vector('size', 'Size', 'Along each axis; link it to a field.', [1, 1, 1], 0, 3), per: 'copy' },
    { ...colour('colour', 'Colour', 'Of the copy; a surface takes it as the carried colour.', '#ffffff'), per: 'copy' },
    {
      ...number('delay', 'Delay', 'How far behind the copy plays; it closes with any.', 0, 0, 1, { unit: 'loops' }),
      per: 'copy',
    },
  ],
  baked: ['on', 'where', 'stand'],
  asides: { delay: 'delay', tint: 'colour' },
  needs: ['space'],
  place: (params, baking) =>
    copiesOn(baking.form(params.on as string), params.where === 'faces', params.stand === 'along the path'),
  glsl: `
  vec3 q = turnedBy(v * size, turn);
  if (stand > 0) q = stoodUp(q, p.copyNormal);
  return p.copyAt + q + shift;`,
};
