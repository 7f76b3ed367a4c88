import type { StepDefinition } from '../../definition';
import { choice, vector } from '../../params';

export const tile: StepDefinition = {
  op: 'field.tile',
  name: 'Tile',
  about: 'Repeats the square from 0 to 1, as often as you say.',
  takes: ['vec3', 'vec2'],
  gives: 'same',
  telling: 'count',
  also: ['repeat', 'wrap', 'modulo', 'mirror'],
  params: [
    vector('count', 'Count', 'Tiles for each unit along x, y and z.', [4, 4, 4], 0, 16),
    choice('flip', 'Flip', 'Every other tile mirrored, so that edges meet.', ['never', 'every other']),
  ],
  needs: ['wave'],
  glsl: `
  vec3 q = pointOf(v) * count;
  vec3 t = leftOver(q);
  if (flip == 1) t = abs(2.0 * fract(0.5 * q) - 1.0);
  return shaped(t, v);`,
};
