import type { StepDefinition } from '../../definition';
import { choice, number, vector } from '../../params';

export const shape: StepDefinition = {
  op: 'field.shape',
  name: 'Distance shape',
  about: 'The distance to the edge of a shape: below 0 inside, above 0 outside.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  telling: 'shape',
  also: ['circle', 'disc', 'rectangle', 'rounded', 'polygon', 'star', 'pie', 'sdf'],
  params: [
    choice('shape', 'Shape', 'Which shape.', ['disc', 'box', 'polygon', 'star', 'sector']),
    vector('centre', 'Centre', 'Where its middle lies.', [0, 0, 0], -2, 2),
    number('size', 'Size', 'Radius, or half of the width.', 0.5, 0, 4),
    number('aspect', 'Aspect', 'Height of a box against its width.', 1, 0.05, 4, { hard: [0.001, 1000] }),
    number('round', 'Round', 'Radius of its corners.', 0, 0, 1, { hard: [0, 1000] }),
    number('sides', 'Sides', 'Corners of a polygon, points of a star.', 6, 3, 24, { hard: [3, 256], whole: true }),
    number('depth', 'Depth', 'How deep a star is cut.', 0.5, 0, 0.9, { hard: [0, 0.95] }),
    number('opening', 'Opening', 'Of a sector.', 0.25, 0, 1, { hard: [0, 1], unit: 'turns' }),
    number('angle', 'Angle', 'Turned by this.', 0, -1, 1, { unit: 'turns' }),
    number('spins', 'Spins', 'Full turns in each loop.', 0, -4, 4, { unit: 'turns', closes: true }),
  ],
  needs: ['shapes', 'wave'],
  glsl: `
  vec2 q = turned(pointOf(v).xy - centre.xy, -angle - spins * p.phase);
  float corner = min(round, size * min(1.0, aspect));
  if (shape == 1) return shapeBox(q, size * vec2(1.0, aspect), corner);
  if (shape == 2) return shapePolygon(q, size - round, sides) - round;
  if (shape == 3) return shapeStar(q, size - round, sides, depth) - round;
  if (shape == 4) return shapeSector(q, size - round, opening) - round;
  return length(q) - size;`,
};
