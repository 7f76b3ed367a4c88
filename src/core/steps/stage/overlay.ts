import type { StepDefinition } from '../definition';

export const overlay: StepDefinition = {
  op: 'stage.overlay',
  name: 'Overlay',
  about: 'Draws a second surface over everything that stands before it in the row.',
  takes: ['stage'],
  gives: 'stage',
  also: ['projection', 'decal', 'caustics', 'cover', 'second pass'],
  params: [
    { type: 'strand', id: 'surface', name: 'Surface', about: 'What is drawn over the others.', kind: 'surface' },
  ],
};
