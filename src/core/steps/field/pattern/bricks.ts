import type { FieldStep } from '../../definition';
import { choice, number, seedParam } from '../../params';

export const bricks: FieldStep = {
  op: 'field.bricks',
  name: 'Bricks',
  description: 'Rows of bricks, every other row moved.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  cellParam: 'show',
  aliases: ['wall', 'tiles', 'masonry'],
  params: [
    choice({
      id: 'show',
      name: 'Show',
      description: 'What the number is.',
      options: ['brick', 'brick number', 'edge'],
    }),
    number({ id: 'columns', name: 'Columns', description: 'Bricks for each unit.', default: 4, min: 0, max: 32 }),
    number({ id: 'rows', name: 'Rows', description: 'Rows for each unit.', default: 8, min: 0, max: 64 }),
    number({
      id: 'mortar',
      name: 'Mortar',
      description: 'Width of the gap, against the height of a row.',
      default: 0.1,
      min: 0,
      max: 1,
      hard: [0, 10],
    }),
    number({
      id: 'stagger',
      name: 'Stagger',
      description: 'Moves every other row by this part of a brick.',
      default: 0.5,
      min: 0,
      max: 1,
    }),
    seedParam,
  ],
  needs: ['hash'],
  glsl: `
  vec2 q = pointOf(v).xy * vec2(columns, rows);
  float row = floor(q.y + 1e-5);
  q.x += stagger * (2.0 * fract(0.5 * row));
  vec2 cell = vec2(floor(q.x + 1e-5), row);
  if (show == 1) return hashUnit(hashPcg(uint(int(cell.x)) + hashPcg(uint(int(cell.y)) + uint(int(seed)))));
  vec2 d = 0.5 - abs(fract(q) - 0.5);
  // Both gaps are measured in heights of a row, so that they are equally wide.
  float edge = min(d.y, d.x * rows / max(columns, 1e-4));
  if (show == 2) return edge;
  return smoothstep(0.5 * mortar, 0.5 * mortar + 0.04, edge);`,
};
