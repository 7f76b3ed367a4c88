import type { Expr } from '../ast';
import type { Local, Node } from '../ir';
import type { Overload, Scope } from './scope';

/** What is known where an expression stands. */
export interface Context {
  scope: Scope;
  /** Place of the function in the text; only what stands before it may be called. */
  order: number;
  /** Loop counters, which only the head of their loop may change. */
  counters: Set<Local>;
  /** Most functions that are open at once below this one; grows while calls are checked. */
  calls: number;
  /** Gives an expression its type; parts of a call or an index are expressions themselves. @throws GlslError */
  check: (expr: Expr) => Node;
  /** Checks the body of a function that is called, once. @throws GlslError */
  checkBody: (overload: Overload) => void;
}
