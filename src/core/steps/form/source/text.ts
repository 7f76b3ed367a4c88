import { text as letters, type Align, type Weight } from '../../../mesh/source/text';
import type { FormSource } from '../../definition';
import { choice, number, text } from '../../params';

export const textForm: FormSource = {
  op: 'form.text',
  name: 'Text',
  description: 'Letters as flat shapes that face the viewer; steps by face move each letter as one.',
  takes: [],
  gives: 'form',
  cellParam: 'words',
  aliases: ['letters', 'type', 'font', 'title', 'words', 'outline'],
  params: [
    text({
      id: 'words',
      name: 'Words',
      description: 'What is written; lines may be broken.',
      default: 'tide',
      plain: true,
    }),
    choice({ id: 'weight', name: 'Weight', description: 'How heavy the letters are.', options: ['bold', 'regular'] }),
    choice({ id: 'align', name: 'Align', description: 'Where lines meet.', options: ['centre', 'left', 'right'] }),
    number({
      id: 'height',
      name: 'Height',
      description: 'Of a capital letter.',
      default: 0.7,
      min: 0.05,
      max: 3,
      hard: [0.001, 1000],
      unit: 'm',
    }),
    number({
      id: 'spacing',
      name: 'Spacing',
      description: 'Between letters, in capital heights, on top of the font’s own.',
      default: 0,
      min: -0.2,
      max: 1,
      hard: [-1, 20],
    }),
    number({
      id: 'pieces',
      name: 'Pieces',
      description: 'Straight pieces to a curve.',
      default: 6,
      min: 1,
      max: 24,
      hard: [1, 100],
      whole: true,
    }),
  ],
  bake: (params) =>
    letters(params.words as string, {
      weight: params.weight as Weight,
      height: params.height as number,
      spacing: params.spacing as number,
      align: params.align as Align,
      pieces: params.pieces as number,
    }),
};
