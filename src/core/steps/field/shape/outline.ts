import type { FieldStep } from '../../definition';
import { number } from '../../params';

export const outline: FieldStep = {
  op: 'field.outline',
  name: 'Outline',
  description: 'Makes a line of the edge of a distance shape.',
  takes: ['float'],
  gives: 'float',
  cellParam: 'width',
  aliases: ['stroke', 'line', 'border', 'onion', 'sdf'],
  params: [
    number({ id: 'width', name: 'Width', description: 'Of the line.', default: 0.04, min: 0, max: 1 }),
    number({
      id: 'rings',
      name: 'Rings',
      description: 'Distance between repeated lines; 0 draws one.',
      default: 0,
      min: 0,
      max: 1,
    }),
  ],
  glsl: `
  float d = rings > 0.0 ? abs(v - rings * floor(v / rings + 0.5)) : abs(v);
  return d - 0.5 * width;`,
};
