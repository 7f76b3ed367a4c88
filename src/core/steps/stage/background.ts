import type { StepDefinition } from '../definition';
import { choice, colour } from '../params';

export const background: StepDefinition = {
  op: 'stage.background',
  name: 'Background',
  about: 'What lies behind everything.',
  takes: ['stage'],
  gives: 'stage',
  telling: 'style',
  also: ['transparent', 'alpha', 'backdrop'],
  params: [
    choice('style', 'Style', 'The colour of the picture, nothing at all (stills and frames keep it), or one colour.', [
      'transparent',
      'colour',
    ]),
    colour('colour', 'Colour', 'For one colour.', '#000000'),
  ],
};
