import type { StepDefinition } from '../../definition';
import { choice, number } from '../../params';

export const unite: StepDefinition = {
  op: 'field.unite',
  name: 'Join shapes',
  about: 'Joins two distance shapes: both, one cut out of the other, or what they share.',
  takes: ['float'],
  gives: 'float',
  telling: 'how',
  also: ['union', 'subtract', 'intersect', 'boolean', 'sdf', 'cut'],
  params: [
    choice('how', 'How', 'What stays.', ['union', 'cut', 'intersect']),
    number('other', 'Other', 'The other shape: link it to a strand.', 0, -1, 1),
    number('radius', 'Smooth', 'Radius with which they flow together.', 0, 0, 1, { hard: [0, 1000] }),
  ],
  needs: ['shapes'],
  glsl: `
  if (how == 0) return smoothMin(v, other, radius);
  return how == 1 ? -smoothMin(-v, other, radius) : -smoothMin(-v, -other, radius);`,
};
