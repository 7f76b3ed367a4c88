import type { StepDefinition } from '../definition';
import { number } from '../params';

export const relief: StepDefinition = {
  op: 'surface.relief',
  name: 'Relief',
  about: 'Bends the normal as if a height stood on the surface.',
  takes: ['surface'],
  gives: 'surface',
  telling: 'strength',
  also: ['bump', 'normal', 'height', 'emboss'],
  params: [
    number('height', 'Height', 'The height: link it to a field.', 0, 0, 1),
    number('strength', 'Strength', 'Metres that a height of 1 stands for.', 0.05, -0.5, 0.5),
  ],
  glsl: `
  v.relief += height * strength;
  return v;`,
};
