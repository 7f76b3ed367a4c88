import { fail, type Pos } from '../errors';
import type { Type } from '../types';
import type { Context } from './context';
import type { Overload } from './scope';

/** The overload with exactly these parameter types, its body checked; null where there is none. */
export function overloadOf(
  { scope: { globals }, order, checkBody }: Context,
  name: string,
  args: Type[],
  pos: Pos,
): Overload | null {
  const found = globals
    .overloads(name)
    .find((o) => o.params.length === args.length && o.params.every((p, i) => p === args[i]));
  if (!found) return null;
  if (found.home === globals && found.order > order) fail(pos, `"${name}" is used before it is written; move it up.`);
  if (found.state === 'checking')
    fail(
      pos,
      `"${name}" calls itself, directly or through another function; recursion is not possible on the graphics card.`,
    );
  checkBody(found);
  return found;
}
