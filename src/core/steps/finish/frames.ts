import type { NumberParam } from '../param-types';
import { number } from '../params';

/** Frames that a step reads back at most: each is a whole picture of the card's memory. */
export const MAX_EARLIER_FRAMES = 24;

/** A number of frames to read back. */
export const framesParam = (
  options: Pick<NumberParam, 'id' | 'name' | 'description' | 'default' | 'min' | 'max'>,
): NumberParam => number({ ...options, hard: [Math.min(options.min, 1), MAX_EARLIER_FRAMES], unit: 'frames' });
