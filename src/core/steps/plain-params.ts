import type { Vector } from '../piece/types';

/** Values of a step's parameters at one phase, links and controls worked out; of a path its places. */
export type PlainParams = Record<string, number | string | Vector | Vector[]>;
