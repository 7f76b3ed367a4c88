import type { FieldStep } from '../../definition';
import { number } from '../../params';

export const from: FieldStep = {
  op: 'field.from',
  name: 'Take from',
  description: 'Starts with the number that another field or signal gives.',
  takes: [],
  gives: 'float',
  aliases: ['link', 'reference', 'strand', 'use'],
  params: [
    number({
      id: 'value',
      name: 'Value',
      description: 'Link it to a strand, or set one number.',
      default: 0.5,
      min: 0,
      max: 1,
    }),
  ],
  glsl: '  return value;',
};
