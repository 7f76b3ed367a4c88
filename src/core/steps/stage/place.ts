import type { StepDefinition } from '../definition';

export const place: StepDefinition = {
  op: 'stage.place',
  name: 'Place',
  about: 'Stands a form on the stage, dressed in a surface.',
  takes: ['stage'],
  gives: 'stage',
  also: ['object', 'mesh', 'put', 'add', 'stand'],
  handles: [{ at: 'position', turn: 'turn' }],
  params: [
    { type: 'strand', id: 'form', name: 'Form', about: 'What stands there.', kind: 'form' },
    { type: 'strand', id: 'surface', name: 'Surface', about: 'How it looks.', kind: 'surface' },
    { type: 'strand', id: 'overlay', name: 'Overlay', about: 'A second surface drawn over it; may stay empty.', kind: 'surface', optional: true },
    { type: 'vector', id: 'position', name: 'Position', about: 'Where it stands.', default: [0, 0, 0], min: -10, max: 10, unit: 'm' },
    { type: 'vector', id: 'turn', name: 'Turn', about: 'About x, y and z.', default: [0, 0, 0], min: -180, max: 180, unit: 'deg' },
    { type: 'number', id: 'size', name: 'Size', about: 'Times this.', default: 1, min: 0.05, max: 5, hard: [0.0001, 10000] },
  ],
};
