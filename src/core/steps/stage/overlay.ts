import type { StageStep } from '../definition';
import { strand } from '../params';

export const overlay: StageStep = {
  op: 'stage.overlay',
  name: 'Overlay',
  description: 'Draws a second surface over everything that stands before it in the row.',
  takes: ['stage'],
  gives: 'stage',
  aliases: ['projection', 'decal', 'caustics', 'cover', 'second pass'],
  params: [strand({ id: 'surface', name: 'Surface', description: 'What is drawn over the others.', kind: 'surface' })],
  puts: 'cover',
  part: (p) => ({ part: 'cover', surface: p.surface as string }),
  sketch: () => ({ draw: 'path', path: 'M-16 -10H8V6H-16ZM-8 -4H16V12H-8Z' }),
};
