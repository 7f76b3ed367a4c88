import type { StepDefinition } from '../definition';

export const camera: StepDefinition = {
  op: 'stage.camera',
  name: 'Camera',
  about: 'Where the picture is taken from. A stage begins with it.',
  takes: [],
  gives: 'stage',
  telling: 'lens',
  also: ['view', 'lens', 'stage'],
  params: [
    { type: 'vector', id: 'position', name: 'Position', about: 'Where the camera stands.', default: [0, 1.6, 4], min: -10, max: 10, unit: 'm' },
    { type: 'vector', id: 'target', name: 'Target', about: 'What it looks at.', default: [0, 0, 0], min: -10, max: 10, unit: 'm' },
    { type: 'number', id: 'lens', name: 'Lens', about: 'Focal length on a 24 mm high frame.', default: 35, min: 8, max: 200, hard: [4, 1200], unit: 'mm' },
  ],
};
