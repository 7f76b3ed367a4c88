import { number } from '../params';

/** Whether something is on the stage at all: a number, so that keys and signals show and hide it. */
export const visibleParam = number({
  id: 'there',
  name: 'Visible',
  description: '1 where it is on the stage, 0 where it is not: keys and signals show and hide it.',
  default: 1,
  min: 0,
  max: 1,
  hard: [0, 1],
  whole: true,
});
