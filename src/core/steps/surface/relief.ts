import type { SurfaceStep } from '../definition';
import { number } from '../params';

export const relief: SurfaceStep = {
  op: 'surface.relief',
  name: 'Relief',
  description: 'Bends the normal as if a height stood on the surface.',
  takes: ['surface'],
  gives: 'surface',
  cellParam: 'strength',
  aliases: ['bump', 'normal', 'height', 'emboss'],
  params: [
    number({
      id: 'height',
      name: 'Height',
      description: 'The height: link it to a field.',
      default: 0,
      min: 0,
      max: 1,
    }),
    number({
      id: 'strength',
      name: 'Strength',
      description: 'Metres that a height of 1 stands for.',
      default: 0.05,
      min: -0.5,
      max: 0.5,
    }),
  ],
  glsl: `
  v.relief += height * strength;
  return v;`,
  uses: ['relief'],
};
