import type { AlongOptions } from '../../../mesh/topology/along';
import { choice, number } from '../../params';
import type { PlainParams } from '../../plain-params';

/** What all steps have that lay something along the points of a form. */
export const LINE_PARAMS = [
  choice({
    id: 'ends',
    name: 'Ends',
    description: 'Closed goes on from the last point to the first.',
    options: ['closed', 'open'],
  }),
  number({
    id: 'twist',
    name: 'Twist',
    description: 'How often it turns about its line from beginning to end.',
    default: 0,
    min: -4,
    max: 4,
    hard: [-1000, 1000],
    unit: 'turns',
  }),
];

export const lineOptions = (params: PlainParams): AlongOptions => ({
  closed: params.ends !== 'open',
  twist: params.twist as number,
});
