import type { FieldStep } from '../../definition';
import { choice, number, seedParam } from '../../params';

export const hexagons: FieldStep = {
  op: 'field.hexagons',
  name: 'Hexagons',
  description: 'A honeycomb: the distance to the edges, the number of the cell, or the distance from its middle.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  cellParam: 'show',
  aliases: ['honeycomb', 'hex', 'shield', 'cells', 'tiles'],
  params: [
    choice({
      id: 'show',
      name: 'Show',
      description: 'What the number is.',
      options: ['edge', 'cell number', 'middle'],
    }),
    number({ id: 'scale', name: 'Scale', description: 'Cells for each unit.', default: 6, min: 0, max: 32 }),
    seedParam,
  ],
  needs: ['hash', 'shapes'],
  glsl: `
  vec4 h = hexagonAt(pointOf(v).xy * scale);
  if (show == 0) return h.x;
  if (show == 2) return h.w;
  return hashUnit(hashPcg(uint(int(floor(2.0 * h.y + 0.5))) + hashPcg(uint(int(floor(2.0 * h.z + 0.5)))
    + uint(int(seed)))));`,
};
