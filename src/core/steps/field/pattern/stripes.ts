import type { FieldStep } from '../../definition';
import { number, turnsParam, vector } from '../../params';

export const stripes: FieldStep = {
  op: 'field.stripes',
  name: 'Stripes',
  description: 'Stripes of 1 on 0, with a width and soft edges.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  cellParam: 'count',
  aliases: ['lines', 'bars', 'bands'],
  params: [
    vector({
      id: 'direction',
      name: 'Direction',
      description: 'They follow each other along it.',
      default: [1, 0, 0],
      min: -1,
      max: 1,
    }),
    number({ id: 'count', name: 'Count', description: 'Stripes for each unit.', default: 8, min: 0, max: 48 }),
    number({
      id: 'width',
      name: 'Width',
      description: 'Part of the way that is 1.',
      default: 0.5,
      min: 0,
      max: 1,
      hard: [0, 10],
    }),
    number({ id: 'softness', name: 'Softness', description: 'Width of the edges.', default: 0.02, min: 0, max: 0.5 }),
    turnsParam('Stripes that pass in each loop; whole turns close.', 0),
  ],
  glsl: `
  float t = fract(dot(pointOf(v), direction) * count - p.phase * turns);
  float d = abs(t - 0.5);
  float soft = max(softness, 1e-4);
  return 1.0 - smoothstep(0.5 * width - 0.5 * soft, 0.5 * width + 0.5 * soft, d);`,
};
