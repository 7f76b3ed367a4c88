import type { FieldStep } from '../../definition';
import { choice, number, seedParam } from '../../params';

export const cells: FieldStep = {
  op: 'field.cells',
  name: 'Cells',
  description: 'Scattered points, each with the cell of places nearest to it.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  cellParam: 'show',
  aliases: ['voronoi', 'worley', 'cellular', 'caustic', 'stones', 'cracks'],
  params: [
    choice({
      id: 'show',
      name: 'Show',
      description: 'What the number is.',
      options: ['nearest', 'second nearest', 'difference', 'cell number', 'border'],
    }),
    choice({
      id: 'metric',
      name: 'Distance',
      description: 'How distance is measured.',
      options: ['euclidean', 'manhattan', 'chebyshev'],
    }),
    number({ id: 'scale', name: 'Scale', description: 'Cells for each unit.', default: 4, min: 0, max: 24 }),
    number({
      id: 'jitter',
      name: 'Jitter',
      description: '0 is a regular grid, 1 is scattered anywhere.',
      default: 1,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    number({
      id: 'wander',
      name: 'Wander',
      description: 'Circles that the points walk in each loop; whole circles close.',
      default: 1,
      min: 0,
      max: 4,
      unit: 'turns',
      closes: true,
    }),
    number({
      id: 'repeat',
      name: 'Repeat',
      description: 'Cells after which the pattern repeats; 0 never.',
      default: 0,
      min: 0,
      max: 16,
      hard: [0, 4096],
      unit: 'cells',
      whole: true,
    }),
    seedParam,
  ],
  needs: ['cells'],
  glsl: `
  float period = floor(repeat + 0.5);
  uint key = uint(int(seed));
  float circling = wander == 0.0 ? 0.0 : 0.25;
  if (show == 4 && metric == 0) return cellBorder(v * scale, shaped(vec3(period), v), jitter, circling,
    wander * p.phase, key);
  vec4 c = cellsAt(v * scale, shaped(vec3(period), v), jitter, circling, wander * p.phase, metric, key);
  if (show == 1) return c.y;
  if (show == 2) return c.y - c.x;
  if (show == 3) return c.z;
  return show == 4 ? c.w : c.x;`,
};
