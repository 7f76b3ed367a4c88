import type { FieldStep } from '../../definition';
import { choice } from '../../params';

export const copyNumber: FieldStep = {
  op: 'field.copy',
  name: 'Copy number',
  about: 'Which copy of the form this is.',
  takes: [],
  gives: 'float',
  telling: 'as',
  also: ['where', 'instance', 'index', 'id'],
  params: [
    choice({
      id: 'as',
      name: 'As',
      about: 'From 0 on the first to 1 on the last, or counted from 0.',
      options: ['share', 'count'],
    }),
  ],
  glsl: '  return as == 1 ? p.copy : p.copy / max(p.copies - 1.0, 1.0);',
};
