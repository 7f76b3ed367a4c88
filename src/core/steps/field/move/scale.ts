import type { StepDefinition } from '../../definition';

export const scale: StepDefinition = {
  op: 'field.scale',
  name: 'Stretch',
  about: 'Multiplies the coordinates, each axis by its own factor.',
  takes: ['vec3', 'vec2'],
  gives: 'same',
  telling: 'by',
  also: ['scale', 'tile', 'multiply', 'size'],
  params: [
    { type: 'vector', id: 'by', name: 'By', about: 'Factor along x, y and z.', default: [1, 1, 1], min: 0, max: 8 },
  ],
  glsl: '  return shaped(pointOf(v) * by, v);',
};
