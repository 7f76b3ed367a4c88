import type { Vector } from '../../piece/types';
import type { StageStep } from '../definition';
import { choice, colour } from '../params';

export const background: StageStep = {
  op: 'stage.background',
  name: 'Background',
  description: 'What lies behind everything.',
  takes: ['stage'],
  gives: 'stage',
  cellParam: 'style',
  aliases: ['transparent', 'alpha', 'backdrop'],
  params: [
    choice({
      id: 'style',
      name: 'Style',
      description: 'The colour of the picture, nothing at all (stills and frames keep it), or one colour.',
      options: ['transparent', 'colour'],
    }),
    colour({ id: 'colour', name: 'Colour', description: 'For one colour.', default: '#000000' }),
  ],
  puts: 'background',
  part: (p) => ({ part: 'background', colour: p.style === 'colour' ? (p.colour as Vector) : null }),
  sketch: (p) => (p.style === 'colour' ? { draw: 'bands', colours: [p.colour as string] } : { draw: 'open' }),
};
