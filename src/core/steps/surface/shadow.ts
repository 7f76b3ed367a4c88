import type { StepDefinition } from '../definition';
import { choice } from '../params';

export const shadow: StepDefinition = {
  op: 'surface.shadow',
  name: 'Shadow',
  about: 'Whether it casts and receives shadows.',
  takes: ['surface'],
  gives: 'surface',
  telling: 'casts',
  also: ['cast', 'receive'],
  params: [
    choice('casts', 'Casts', 'Throws a shadow on others.', ['yes', 'no']),
    choice('receives', 'Receives', 'Lies in the shadow of others.', ['yes', 'no']),
  ],
};
