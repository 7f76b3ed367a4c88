import type { SurfaceStep } from '../definition';
import { number, vector } from '../params';

export const bend: SurfaceStep = {
  op: 'surface.bend',
  name: 'Bend behind',
  description: 'Shows what is behind shifted by a field, so that it ripples.',
  takes: ['surface'],
  gives: 'surface',
  cellParam: 'amount',
  aliases: ['refraction', 'refract', 'glass', 'ripple', 'heat', 'distort'],
  params: [
    vector({
      id: 'by',
      name: 'Field',
      description: 'The field that shifts it: link it to a strand.',
      default: [0, 0, 0],
      min: -1,
      max: 1,
    }),
    number({
      id: 'amount',
      name: 'Amount',
      description: 'Parts of the picture.',
      default: 0.03,
      min: -0.25,
      max: 0.25,
    }),
  ],
  glsl: `
  v.bend += by.xy * amount;
  return v;`,
  uses: ['bend'],
};
