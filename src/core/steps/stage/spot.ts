import type { StepDefinition } from '../definition';
import { choice, colour, number, vector } from '../params';

export const spot: StepDefinition = {
  op: 'stage.spot',
  name: 'Spot',
  about: 'A cone of light with a soft edge and a shadow.',
  takes: ['stage'],
  gives: 'stage',
  telling: 'strength',
  also: ['light', 'lamp', 'cone', 'stage light', 'shadow'],
  handles: [{ at: 'position' }, { at: 'target' }],
  params: [
    colour('colour', 'Colour', 'Colour of the light.', '#fff1dc'),
    number('strength', 'Strength', 'Candela.', 60, 0, 400, { hard: [0, 100000] }),
    vector('position', 'Position', 'Where it hangs.', [2, 4, 2], -10, 10, { unit: 'm' }),
    vector('target', 'Target', 'What it shines at.', [0, 0, 0], -10, 10, { unit: 'm' }),
    number('opening', 'Opening', 'Full angle of the cone.', 50, 2, 160, { hard: [1, 175], unit: 'deg' }),
    number('edge', 'Edge', 'Part of the cone over which it fades.', 0.4, 0, 1, { hard: [0, 1] }),
    choice('shadow', 'Shadow', 'Whether things cast shadows in it.', ['cast', 'none']),
    number('softness', 'Softness', 'Of the shadow edge.', 3, 0, 12, { hard: [0, 60] }),
  ],
};
