import type { FieldStep } from '../../definition';
import { vector } from '../../params';

export const pixelate: FieldStep = {
  op: 'field.pixelate',
  name: 'Pixelate',
  description: 'Cuts the coordinates into hard cells, each axis by its own number.',
  takes: ['vec3', 'vec2'],
  gives: 'same',
  cellParam: 'cells',
  aliases: ['mosaic', 'rows', 'blocks', 'quantise', 'step'],
  params: [
    vector({
      id: 'cells',
      name: 'Cells',
      description: 'Cells for each unit along x, y and z; 0 leaves an axis smooth.',
      default: [16, 16, 0],
      min: 0,
      max: 64,
    }),
  ],
  glsl: `
  vec3 q = pointOf(v);
  vec3 c = max(cells, vec3(1e-6));
  vec3 hard = (floor(q * c + 1e-5) + 0.5) / c;
  return shaped(mix(q, hard, step(vec3(1e-4), cells)), v);`,
};
