import type { SurfaceStep } from '../definition';
import { choice, number } from '../params';

export const opacity: SurfaceStep = {
  op: 'surface.opacity',
  name: 'Opacity',
  description: 'Lets what is behind shine through.',
  takes: ['surface'],
  gives: 'surface',
  cellParam: 'opacity',
  aliases: ['alpha', 'transparent', 'blend', 'fade', 'ghost'],
  params: [
    number({
      id: 'opacity',
      name: 'Opacity',
      description: '0 lets all through; link it to a field.',
      default: 0.5,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    choice({
      id: 'how',
      name: 'Operation',
      description: 'In place of the opacity so far, or as a part of it.',
      options: ['sets', 'multiplies'],
    }),
  ],
  glsl: `
  float o = clamp(opacity, 0.0, 1.0);
  v.opacity = how == 1 ? v.opacity * o : o;
  return v;`,
  uses: ['opacity'],
};
