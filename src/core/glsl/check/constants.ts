import { childrenOf, type Node } from '../ir';

const VARIES = new Set<Node['kind']>(['local', 'uniform', 'assign', 'postfix']);

/** Is the node made of constants only? */
export function isConstant(node: Node): boolean {
  if (VARIES.has(node.kind) || (node.kind === 'call' && node.outs.some((o) => o !== null))) return false;
  return childrenOf(node).every(isConstant);
}

/** Value of a constant whole number, or null where it is not one. */
export function wholeValue(node: Node): number | null {
  if (node.type.name !== 'int' && node.type.name !== 'uint') return null;
  const wrap = (v: number) => (node.type.name === 'int' ? v | 0 : v >>> 0);
  switch (node.kind) {
    case 'const':
      return wrap(node.values[0]!);
    case 'convert':
      return wholeValue(node.operand) === null ? null : wrap(wholeValue(node.operand)!);
    case 'unary': {
      const v = wholeValue(node.operand);
      return v === null ? null : wrap(node.op === 'neg' ? -v : ~v);
    }
    case 'binary': {
      const a = wholeValue(node.left);
      const b = wholeValue(node.right);
      if (a === null || b === null) return null;
      if (node.op === 'add') return wrap(a + b);
      if (node.op === 'sub') return wrap(a - b);
      if (node.op === 'mul') return wrap(Math.imul(a, b));
      if (node.op === 'div') return b === 0 ? null : wrap(Math.trunc(a / b));
      if (node.op === 'shl') return wrap(a << b);
      return null;
    }
    default:
      return null;
  }
}
