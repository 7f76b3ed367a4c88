import type { StepDefinition } from '../../definition';
import { choice, number, seedParam } from '../../params';

export const cells: StepDefinition = {
  op: 'field.cells',
  name: 'Cells',
  about: 'Scattered points, each with the cell of places nearest to it.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  telling: 'show',
  also: ['voronoi', 'worley', 'cellular', 'caustic', 'stones', 'cracks'],
  params: [
    choice('show', 'Show', 'What the number is.', ['nearest', 'second nearest', 'difference', 'cell number', 'border']),
    choice('metric', 'Distance', 'How distance is measured.', ['euclidean', 'manhattan', 'chebyshev']),
    number('scale', 'Scale', 'Cells for each unit.', 4, 0, 24),
    number('jitter', 'Jitter', '0 is a regular grid, 1 is scattered anywhere.', 1, 0, 1, { hard: [0, 1] }),
    number('wander', 'Wander', 'Circles that the points walk in each loop; whole circles close.', 1, 0, 4, {
      unit: 'turns',
      closes: true,
    }),
    number('repeat', 'Repeat', 'Cells after which the pattern repeats; 0 never.', 0, 0, 16, {
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
  if (show == 4 && metric == 0) return cellBorder(v * scale, shaped(vec3(period), v), jitter, circling, wander * p.phase, key);
  vec4 c = cellsAt(v * scale, shaped(vec3(period), v), jitter, circling, wander * p.phase, metric, key);
  if (show == 1) return c.y;
  if (show == 2) return c.y - c.x;
  if (show == 3) return c.z;
  return show == 4 ? c.w : c.x;`,
};
