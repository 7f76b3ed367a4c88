import type { FieldStep } from '../../definition';
import { choice } from '../../params';

export const copyNumber: FieldStep = {
  op: 'field.copy',
  name: 'Copy number',
  description: 'Which copy of the form this is, or how many there are.',
  takes: [],
  gives: 'float',
  cellParam: 'as',
  aliases: ['where', 'instance', 'index', 'id'],
  params: [
    choice({
      id: 'as',
      name: 'As',
      description: 'From 0 on the first to 1 on the last, counted from 0, or how many there are.',
      options: [{ id: 'share', name: '0 to 1' }, { id: 'count', name: 'Number' }, 'how many'],
    }),
    choice({
      id: 'among',
      name: 'Among',
      description:
        'Of copies of copies: all of them (in a step of copies, its own), or those of the first, second or third ' +
        'step that makes copies.',
      options: ['all', 'first step', 'second step', 'third step'],
    }),
  ],
  glsl: `
  float number = among == 0 ? p.copy : among == 1 ? p.copyIn.x : among == 2 ? p.copyIn.y : p.copyIn.z;
  float count = among == 0 ? p.copies : among == 1 ? p.copiesIn.x : among == 2 ? p.copiesIn.y : p.copiesIn.z;
  return as == 2 ? count : as == 1 ? number : number / max(count - 1.0, 1.0);`,
};
