import type { StepDefinition } from '../definition';

export const fill: StepDefinition = {
  op: 'stage.fill',
  name: 'Fill',
  about: 'Soft light from all around: one colour from above, one from below.',
  takes: ['stage'],
  gives: 'stage',
  telling: 'strength',
  also: ['light', 'ambient', 'sky', 'hemisphere'],
  params: [
    { type: 'colour', id: 'above', name: 'Above', about: 'Colour from above.', default: '#9fc3cc' },
    { type: 'colour', id: 'below', name: 'Below', about: 'Colour from below.', default: '#20302c' },
    {
      type: 'number',
      id: 'strength',
      name: 'Strength',
      about: 'How bright.',
      default: 0.8,
      min: 0,
      max: 5,
      hard: [0, 1000],
    },
  ],
};
