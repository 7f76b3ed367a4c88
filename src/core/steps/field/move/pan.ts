import type { StepDefinition } from '../../definition';
import { number, vector } from '../../params';

export const pan: StepDefinition = {
  op: 'field.pan',
  name: 'Pan',
  about: 'Moves the pattern by whole repeats in each loop. With a speed that is not whole the seam says so.',
  takes: ['vec3', 'vec2'],
  gives: 'same',
  telling: 'travel',
  also: ['scroll', 'move', 'translate', 'slide', 'offset'],
  params: [
    vector(
      'travel',
      'Travel',
      'Repeats that pass in each loop; whole repeats of a pattern that repeats close.',
      [1, 0, 0],
      -4,
      4,
      { unit: 'repeats', closes: true },
    ),
    vector('shift', 'Shift', 'Moved from the start.', [0, 0, 0], -2, 2),
    number('repeat', 'Repeat', 'Length after which the pattern repeats.', 1, 0.1, 8, { hard: [0.0001, 10000] }),
  ],
  glsl: '  return shaped(pointOf(v) - travel * repeat * p.phase - shift, v);',
};
