import type { StepDefinition } from '../definition';
import { choice, colour, number, vector } from '../params';

export const point: StepDefinition = {
  op: 'stage.point',
  name: 'Point light',
  about: 'Light from one place in all directions.',
  takes: ['stage'],
  gives: 'stage',
  telling: 'strength',
  also: ['light', 'lamp', 'bulb', 'omni'],
  handles: [{ at: 'position' }],
  params: [
    colour('colour', 'Colour', 'Colour of the light.', '#ffd9a8'),
    number('strength', 'Strength', 'Candela.', 12, 0, 100, { hard: [0, 100000] }),
    vector('position', 'Position', 'Where it hangs.', [1, 2, 1], -10, 10, { unit: 'm' }),
    number('reach', 'Reach', 'It ends at this distance; 0 never.', 0, 0, 30, { hard: [0, 10000], unit: 'm' }),
    choice('shadow', 'Shadow', 'Whether things cast shadows in it.', ['none', 'cast']),
    number('softness', 'Softness', 'Of the shadow edge.', 2, 0, 12, { hard: [0, 60] }),
  ],
};
