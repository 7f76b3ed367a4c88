import { text, type Align, type Weight } from '../../../mesh/source/text';
import type { StepDefinition } from '../../definition';
import { choice, number } from '../../params';

export const textForm: StepDefinition = {
  op: 'form.text',
  name: 'Text',
  about: 'Letters as flat shapes that face the viewer; steps by face move each letter as one.',
  takes: [],
  gives: 'form',
  telling: 'words',
  also: ['letters', 'type', 'font', 'title', 'words', 'outline'],
  params: [
    {
      type: 'text',
      id: 'words',
      name: 'Words',
      about: 'What is written; lines may be broken.',
      default: 'tide',
      plain: true,
    },
    choice('weight', 'Weight', 'How heavy the letters are.', ['bold', 'regular']),
    choice('align', 'Align', 'Where lines meet.', ['centre', 'left', 'right']),
    number('height', 'Height', 'Of a capital letter.', 0.7, 0.05, 3, { hard: [0.001, 1000], unit: 'm' }),
    number('spacing', 'Spacing', 'Between letters, in capital heights, on top of the font’s own.', 0, -0.2, 1, {
      hard: [-1, 20],
    }),
    number('pieces', 'Pieces', 'Straight pieces to a curve.', 6, 1, 24, { hard: [1, 100], whole: true }),
  ],
  bake: (params) =>
    text(
      params.words as string,
      params.weight as Weight,
      params.height as number,
      params.spacing as number,
      params.align as Align,
      params.pieces as number,
    ),
};
