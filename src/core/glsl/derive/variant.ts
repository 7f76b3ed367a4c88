import type { Func } from '../ir';

/** Scalars that change along the directions. */
export type Mask = boolean[];

/** A function with the slopes of its result: which scalars of the result, and of each parameter it writes, change. */
export interface Variant {
  name: string;
  result: Mask;
  outs: (Mask | null)[];
}

/** What the writer of one function asks of the whole derivation. */
export interface Derivation {
  /** Why the slopes are not exact, where they are not. */
  noSlope: string | null;
  /** Was the function written in the text, or is it built in? */
  isOwn: (func: Func) => boolean;
  /** The function for one way of being called; written once. `whole` keeps it though nothing changes. */
  variant: (func: Func, masks: Mask[], whole?: boolean) => Variant;
}
