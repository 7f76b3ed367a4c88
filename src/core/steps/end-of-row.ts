import type { Step } from '../piece/types';
import { definitionOf } from '.';

/**
 * Where steps go that are put at the end of a row: behind its last step, but before its copies where one of them makes
 * a new mesh, which has no effect behind copies.
 * @param row the steps that are there
 * @param steps what is inserted
 * @returns the number of steps that stay before them
 */
export function endOfRow(row: readonly Step[], steps: readonly Step[]): number {
  const copies = row.findIndex((s) => definitionOf(s.op)?.place);
  return copies >= 0 && steps.some((s) => definitionOf(s.op)?.reshape) ? copies : row.length;
}
