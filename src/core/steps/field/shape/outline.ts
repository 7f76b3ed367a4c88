import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const outline: StepDefinition = {
  op: 'field.outline',
  name: 'Outline',
  about: 'Makes a line of the edge of a distance shape.',
  takes: ['float'],
  gives: 'float',
  telling: 'width',
  also: ['stroke', 'line', 'border', 'onion', 'sdf'],
  params: [
    number('width', 'Width', 'Of the line.', 0.04, 0, 1),
    number('rings', 'Rings', 'Distance between repeated lines; 0 draws one.', 0, 0, 1),
  ],
  glsl: `
  float d = rings > 0.0 ? abs(v - rings * floor(v / rings + 0.5)) : abs(v);
  return d - 0.5 * width;`,
};
