import type { StepDefinition } from '../definition';
import { number, vector } from '../params';

export const bend: StepDefinition = {
  op: 'surface.bend',
  name: 'Bend behind',
  about: 'Shows what is behind shifted by a field, so that it ripples.',
  takes: ['surface'],
  gives: 'surface',
  telling: 'amount',
  also: ['refraction', 'refract', 'glass', 'ripple', 'heat', 'distort'],
  params: [
    vector('by', 'By', 'The field that shifts it: link it to a strand.', [0, 0, 0], -1, 1),
    number('amount', 'Amount', 'Parts of the picture.', 0.03, -0.25, 0.25),
  ],
  glsl: `
  v.bend += by.xy * amount;
  return v;`,
};
