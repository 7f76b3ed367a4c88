import type { FieldStep } from '../../definition';
import { choice, vector } from '../../params';

export const tile: FieldStep = {
  op: 'field.tile',
  name: 'Tile',
  description: 'Repeats the square from 0 to 1, as often as you say.',
  takes: ['vec3', 'vec2'],
  gives: 'same',
  cellParam: 'count',
  aliases: ['repeat', 'wrap', 'modulo', 'mirror'],
  params: [
    vector({
      id: 'count',
      name: 'Count',
      description: 'Tiles for each unit along x, y and z.',
      default: [4, 4, 4],
      min: 0,
      max: 16,
    }),
    choice({
      id: 'flip',
      name: 'Flip',
      description: 'Every other tile mirrored, so that edges meet.',
      options: ['never', 'every other'],
    }),
  ],
  needs: ['wave'],
  glsl: `
  vec3 q = pointOf(v) * count;
  vec3 t = leftOver(q);
  if (flip == 1) t = abs(2.0 * fract(0.5 * q) - 1.0);
  return shaped(t, v);`,
};
