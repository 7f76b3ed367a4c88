import type { FieldStep } from '../../definition';
import { choice, number, vector } from '../../params';

export const shape: FieldStep = {
  op: 'field.shape',
  name: 'Distance shape',
  description: 'The distance to the edge of a shape: below 0 inside, above 0 outside.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  cellParam: 'shape',
  aliases: ['circle', 'disc', 'rectangle', 'rounded', 'polygon', 'star', 'pie', 'sdf'],
  handles: [{ at: 'centre', reach: 'size' }],
  params: [
    choice({
      id: 'shape',
      name: 'Shape',
      description: 'Which shape.',
      options: ['disc', 'box', 'polygon', 'star', 'sector'],
    }),
    vector({
      id: 'centre',
      name: 'Centre',
      description: 'Where its middle lies.',
      default: [0, 0, 0],
      min: -2,
      max: 2,
    }),
    number({ id: 'size', name: 'Size', description: 'Radius, or half of the width.', default: 0.5, min: 0, max: 4 }),
    number({
      id: 'aspect',
      name: 'Aspect',
      description: 'Height of a box against its width.',
      default: 1,
      min: 0.05,
      max: 4,
      hard: [0.001, 1000],
    }),
    number({
      id: 'round',
      name: 'Round',
      description: 'Radius of its corners.',
      default: 0,
      min: 0,
      max: 1,
      hard: [0, 1000],
    }),
    number({
      id: 'sides',
      name: 'Sides',
      description: 'Corners of a polygon, points of a star.',
      default: 6,
      min: 3,
      max: 24,
      hard: [3, 256],
      whole: true,
    }),
    number({
      id: 'depth',
      name: 'Depth',
      description: 'How deep a star is cut.',
      default: 0.5,
      min: 0,
      max: 0.9,
      hard: [0, 0.95],
    }),
    number({
      id: 'opening',
      name: 'Opening',
      description: 'Of a sector.',
      default: 0.25,
      min: 0,
      max: 1,
      hard: [0, 1],
      unit: 'turns',
    }),
    number({ id: 'angle', name: 'Angle', description: 'Turned by this.', default: 0, min: -1, max: 1, unit: 'turns' }),
    number({
      id: 'spins',
      name: 'Spins',
      description: 'Full turns in each loop.',
      default: 0,
      min: -4,
      max: 4,
      unit: 'turns',
      closes: true,
    }),
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
