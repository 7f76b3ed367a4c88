import type { StepDefinition } from '../definition';
import { number } from '../params';

export const floor: StepDefinition = {
  op: 'stage.floor',
  name: 'Floor',
  about: 'A large level floor, dressed in a surface.',
  takes: ['stage'],
  gives: 'stage',
  telling: 'size',
  also: ['ground', 'plane', 'stage'],
  params: [
    { type: 'strand', id: 'surface', name: 'Surface', about: 'How it looks.', kind: 'surface' },
    number('size', 'Size', 'Length of a side.', 20, 1, 100, { hard: [0.01, 10000], unit: 'm' }),
    number('level', 'Level', 'Its height.', 0, -5, 5, { unit: 'm' }),
    {
      type: 'strand',
      id: 'overlay',
      name: 'Overlay',
      about: 'A second surface drawn over it.',
      kind: 'surface',
      optional: true,
    },
  ],
};
