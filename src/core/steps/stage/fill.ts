import type { Vector } from '../../piece/types';
import type { StageStep } from '../definition';
import { colour, number } from '../params';
import { visibleParam } from './visible';

export const fill: StageStep = {
  op: 'stage.fill',
  name: 'Fill',
  description: 'Soft light from all around: one colour from above, one from below.',
  takes: ['stage'],
  gives: 'stage',
  cellParam: 'strength',
  aliases: ['light', 'ambient', 'sky', 'hemisphere'],
  params: [
    colour({ id: 'above', name: 'Above', description: 'Colour from above.', default: '#9fc3cc' }),
    colour({ id: 'below', name: 'Below', description: 'Colour from below.', default: '#20302c' }),
    number({
      id: 'strength',
      name: 'Strength',
      description: 'How bright.',
      default: 0.8,
      min: 0,
      max: 5,
      hard: [0, 1000],
    }),
    visibleParam,
  ],
  puts: 'light',
  part: (p) => ({
    part: 'light',
    light: 'hemisphere',
    above: p.above as Vector,
    below: p.below as Vector,
    strength: (p.strength as number) * (p.there as number),
  }),
  sketch: (p) => ({ draw: 'bands', colours: [p.above as string, p.below as string] }),
};
