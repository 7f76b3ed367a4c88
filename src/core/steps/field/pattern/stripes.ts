import type { StepDefinition } from '../../definition';
import { number, vector, turnsParam } from '../../params';

export const stripes: StepDefinition = {
  op: 'field.stripes',
  name: 'Stripes',
  about: 'Stripes of 1 on 0, with a width and soft edges.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  telling: 'count',
  also: ['lines', 'bars', 'bands'],
  params: [
    vector('direction', 'Direction', 'They follow each other along it.', [1, 0, 0], -1, 1),
    number('count', 'Count', 'Stripes for each unit.', 8, 0, 48),
    number('width', 'Width', 'Part of the way that is 1.', 0.5, 0, 1, { hard: [0, 10] }),
    number('softness', 'Softness', 'Width of the edges.', 0.02, 0, 0.5),
    turnsParam('Stripes that pass in each loop; whole turns close.', 0),
  ],
  glsl: `
  float t = fract(dot(pointOf(v), direction) * count - p.phase * turns);
  float d = abs(t - 0.5);
  float soft = max(softness, 1e-4);
  return 1.0 - smoothstep(0.5 * width - 0.5 * soft, 0.5 * width + 0.5 * soft, d);`,
};
