import { number } from '../params';

/** Whether something is on the stage at all: a number, so that keys and signals bring it in and take it away. */
export const thereParam = number({
  id: 'there',
  name: 'There',
  about: '1 where it is on the stage, 0 where it is not: keys and signals make it come and go.',
  default: 1,
  min: 0,
  max: 1,
  hard: [0, 1],
  whole: true,
});
