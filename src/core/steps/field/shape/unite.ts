import type { FieldStep } from '../../definition';
import { choice, number } from '../../params';

export const unite: FieldStep = {
  op: 'field.unite',
  name: 'Join shapes',
  description: 'Joins two distance shapes: both, one cut out of the other, or what they share.',
  takes: ['float'],
  gives: 'float',
  cellParam: 'how',
  aliases: ['union', 'subtract', 'intersect', 'boolean', 'sdf', 'cut'],
  params: [
    choice({ id: 'how', name: 'Operation', description: 'What stays.', options: ['union', 'cut', 'intersect'] }),
    number({
      id: 'other',
      name: 'Second shape',
      description: 'The other shape: link it to a strand.',
      default: 0,
      min: -1,
      max: 1,
    }),
    number({
      id: 'radius',
      name: 'Smooth',
      description: 'Radius with which they flow together.',
      default: 0,
      min: 0,
      max: 1,
      hard: [0, 1000],
    }),
  ],
  needs: ['shapes'],
  glsl: `
  if (how == 0) return smoothMin(v, other, radius);
  return how == 1 ? -smoothMin(-v, other, radius) : -smoothMin(-v, -other, radius);`,
};
