import type { StepDefinition } from '../definition';
import { choice } from '../params';

export const sides: StepDefinition = {
  op: 'surface.sides',
  name: 'Sides',
  about: 'Which sides of the faces are drawn.',
  takes: ['surface'],
  gives: 'surface',
  telling: 'sides',
  also: ['double', 'two-sided', 'backface', 'cull'],
  params: [choice('sides', 'Sides', 'The side that the normal points from is the front.', ['both', 'front', 'back'])],
};
