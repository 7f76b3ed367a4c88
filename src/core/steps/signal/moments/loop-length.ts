import { number } from '../../params';

/**
 * What runs between moments are three numbers: seconds since the last one, its number from 0 on, and its strength from
 * 0 to 1. Before the first of a loop the last one of it counts, as it has been running forever.
 */

/** Seconds of the loop. */
export const secondsParam = number({
  id: 'seconds',
  name: 'Seconds',
  description: 'Length of the loop.',
  default: 8,
  min: 0,
  max: 1200,
  loopLength: 'seconds',
});

/** Frames of the loop. */
export const framesParam = number({
  id: 'frames',
  name: 'Frames',
  description: 'Length of the loop.',
  default: 240,
  min: 2,
  max: 36_000,
  loopLength: 'frames',
});

/** 1 where the loop begins again after its last frame, 0 where it plays once. */
export const repeatsParam = number({
  id: 'repeats',
  name: 'Repeats',
  description: 'Whether the loop starts again.',
  default: 1,
  min: 0,
  max: 1,
  loopLength: 'repeats',
});

/** Beats of the loop; two a second without a tempo. */
export const beatsParam = number({
  id: 'beats',
  name: 'Beats',
  description: 'Length of the loop.',
  default: 16,
  min: 0,
  max: 10_000,
  loopLength: 'beats',
});
