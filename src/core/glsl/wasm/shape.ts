import { childrenOf, type Code, type Node } from '../ir';

/** May this statement leave the function? */
export function returns(code: Code): boolean {
  if (code.kind === 'return') return true;
  if (code.kind === 'if') return code.yes.some(returns) || code.no.some(returns);
  return code.kind === 'loop' && code.body.some(returns);
}

/** Does working the node out write to a local? */
export function hasEffects(node: Node): boolean {
  if (node.kind === 'assign' || node.kind === 'postfix' || (node.kind === 'call' && node.outs.some((o) => o !== null)))
    return true;
  return childrenOf(node).some(hasEffects);
}

/** Cheaper to work out than to jump around, and without effects. */
export function isCheap(node: Node, budget = 4): boolean {
  switch (node.kind) {
    case 'const':
    case 'local':
    case 'uniform':
      return true;
    case 'pick':
    case 'convert':
    case 'unary':
      return budget > 0 && isCheap(node.operand, budget - 1);
    case 'binary':
      return (
        budget > 0 &&
        node.op !== 'div' &&
        node.op !== 'rem' &&
        isCheap(node.left, budget - 2) &&
        isCheap(node.right, budget - 2)
      );
    default:
      return false;
  }
}
