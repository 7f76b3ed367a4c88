import type { FieldStep } from '../../definition';
import { number, vector } from '../../params';

export const pan: FieldStep = {
  op: 'field.pan',
  name: 'Pan',
  description: 'Moves the pattern by whole repeats in each loop. With a speed that is not whole the seam says so.',
  takes: ['vec3', 'vec2'],
  gives: 'same',
  cellParam: 'travel',
  aliases: ['scroll', 'move', 'translate', 'slide', 'offset'],
  params: [
    vector({
      id: 'travel',
      name: 'Travel',
      description: 'Repeats that pass in each loop; whole repeats of a pattern that repeats close.',
      default: [1, 0, 0],
      min: -4,
      max: 4,
      unit: 'repeats',
      closes: true,
    }),
    vector({ id: 'shift', name: 'Shift', description: 'Moved from the start.', default: [0, 0, 0], min: -2, max: 2 }),
    number({
      id: 'repeat',
      name: 'Repeat',
      description: 'Length after which the pattern repeats.',
      default: 1,
      min: 0.1,
      max: 8,
      hard: [0.0001, 10000],
    }),
  ],
  glsl: '  return shaped(pointOf(v) - travel * repeat * p.phase - shift, v);',
};
