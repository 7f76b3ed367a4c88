import type { StepDefinition } from '../definition';
import { choice, number } from '../params';

export const opacity: StepDefinition = {
  op: 'surface.opacity',
  name: 'Opacity',
  about: 'Lets what is behind shine through.',
  takes: ['surface'],
  gives: 'surface',
  telling: 'opacity',
  also: ['alpha', 'transparent', 'blend', 'fade', 'ghost'],
  params: [
    number('opacity', 'Opacity', '0 lets all through; link it to a field.', 0.5, 0, 1, { hard: [0, 1] }),
    choice('how', 'How', 'In place of the opacity so far, or as a part of it.', ['sets', 'multiplies']),
  ],
  glsl: `
  float o = clamp(opacity, 0.0, 1.0);
  v.opacity = how == 1 ? v.opacity * o : o;
  return v;`,
};
