import type { PathPoint, Vector } from '../piece/types';

/** Values of a step's parameters at one phase, links and controls worked out. */
export type PlainParams = Record<string, number | string | Vector | PathPoint[]>;
