import { childrenOf, type Code, type Node } from '../ir';

/** Most scalar operations that one call of a function may take, loops counted in full. */
export const MAX_COST = 2_000_000;

function sum(values: number[]): number {
  return values.reduce((a, b) => a + b, 0);
}

function ofNode(node: Node, call: (node: Extract<Node, { kind: 'call' }>) => number): number {
  const own =
    node.kind === 'call'
      ? call(node)
      : node.kind === 'matmul'
        ? 2 * node.type.flat.length * node.left.type.size
        : node.kind === 'pick' || node.kind === 'const' || node.kind === 'local'
          ? 0
          : node.type.flat.length;
  return own + sum(childrenOf(node).map((c) => ofNode(c, call)));
}

/**
 * What is counted of statements: how often a loop's inside counts, and what a jump or a turn of a loop counts itself.
 */
interface Counting {
  times: (turns: number) => number;
  own: number;
}

function ofBody(body: Code[], node: (node: Node) => number, counting: Counting): number {
  const inner = (code: Code[]) => ofBody(code, node, counting);
  return sum(
    body.map((c) => {
      switch (c.kind) {
        case 'declare':
        case 'return':
          return c.value ? node(c.value) : 0;
        case 'eval':
          return node(c.value);
        case 'if':
          return node(c.test) + inner(c.yes) + inner(c.no);
        case 'loop':
          return (
            inner(c.init) + counting.times(c.times) * (counting.own + node(c.test) + node(c.update) + inner(c.body))
          );
        default:
          return counting.own;
      }
    }),
  );
}

/** Scalar operations of one run, both branches of every condition counted. */
export function costOf(body: Code[]): number {
  return ofBody(body, (n) => ofNode(n, (c) => 2 + c.func.cost), { times: (turns) => turns, own: 1 });
}

/** Operations as written: the size of the code, calls counted as one. */
export function weightOf(body: Code[]): number {
  return ofBody(body, (n) => ofNode(n, () => 4), { times: () => 1, own: 1 });
}

/** How often one run calls a function of that name, loops counted in full, both branches of every condition. */
export function callsOf(body: Code[], name: string): number {
  const inNode = (node: Node): number =>
    (node.kind === 'call' && node.func.name === name ? 1 : 0) + sum(childrenOf(node).map(inNode));
  return ofBody(body, inNode, { times: (turns) => turns, own: 0 });
}
