import { copiesOn } from '../../../mesh/topology/copies';
import type { FormCopies } from '../../definition';
import { choice, colour, number, strand, vector } from '../../params';

export const copies: FormCopies = {
  op: 'form.copies',
  name: 'Copies on points',
  description: 'The form once on every point or face of another, each with its own turn, size, colour and moment.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'where',
  aliases: ['instances', 'scatter', 'clone', 'duplicate', 'grid'],
  params: [
    strand({
      id: 'on',
      name: 'On',
      description: 'The form whose points or faces are taken, as it stands at the beginning of the loop.',
      kind: 'form',
    }),
    choice({ id: 'where', name: 'Where', description: 'What of it is taken.', options: ['points', 'faces'] }),
    choice({
      id: 'stand',
      name: 'Stand',
      description: 'Upright as they are, or up along the normal there, or along the way to the next point.',
      options: ['as they are', 'along the normal', 'along the path'],
    }),
    vector({
      id: 'shift',
      name: 'Shift',
      description: 'From its place; link it to a field.',
      default: [0, 0, 0],
      min: -2,
      max: 2,
      unit: 'm',
      per: 'copy',
    }),
    vector({
      id: 'turn',
      name: 'Turn',
      description: 'About x, then y, then z.',
      default: [0, 0, 0],
      min: -180,
      max: 180,
      unit: '°',
      per: 'copy',
    }),
    vector({
      id: 'size',
      name: 'Size',
      description: 'Along each axis; link it to a field.',
      default: [1, 1, 1],
      min: 0,
      max: 3,
      per: 'copy',
    }),
    colour({
      id: 'colour',
      name: 'Colour',
      description: 'Of the copy; a surface takes it as the carried colour.',
      default: '#ffffff',
      per: 'copy',
    }),
    number({
      id: 'delay',
      name: 'Delay',
      description: 'How far behind the copy plays; it closes with any.',
      default: 0,
      min: 0,
      max: 1,
      unit: 'loops',
      per: 'copy',
    }),
  ],
  baked: ['on', 'where', 'stand'],
  attributes: { delay: 'delay', tint: 'colour' },
  needs: ['space'],
  place: (params, baking) =>
    copiesOn(baking.form(params.on as string), params.where === 'faces', params.stand === 'along the path'),
  glsl: `
  vec3 q = turnedBy(v * size, turn);
  if (stand > 0) q = stoodUp(q, p.copyNormal);
  return p.copyAt + q + shift;`,
};
