import type { StepDefinition } from '../definition';

export const sun: StepDefinition = {
  op: 'stage.sun',
  name: 'Sun',
  about: 'Parallel light with a shadow.',
  takes: ['stage'],
  gives: 'stage',
  telling: 'strength',
  also: ['light', 'directional', 'key', 'shadow'],
  params: [
    { type: 'colour', id: 'colour', name: 'Colour', about: 'Colour of the light.', default: '#ffe6c2' },
    { type: 'number', id: 'strength', name: 'Strength', about: 'How bright.', default: 3, min: 0, max: 10, hard: [0, 1000] },
    { type: 'number', id: 'turn', name: 'Turn', about: 'Compass direction it comes from.', default: 40, min: -180, max: 180, unit: 'deg' },
    { type: 'number', id: 'height', name: 'Height', about: 'Above the horizon.', default: 35, min: -10, max: 90, hard: [-90, 90], unit: 'deg' },
    { type: 'choice', id: 'shadow', name: 'Shadow', about: 'Whether things cast shadows in it.', default: 'cast', options: [{ id: 'cast', name: 'Cast' }, { id: 'none', name: 'None' }] },
    { type: 'number', id: 'softness', name: 'Softness', about: 'Of the shadow edge.', default: 2, min: 0, max: 12, hard: [0, 60] },
  ],
};
