import { fail, type Pos } from '../errors';
import { childrenOf, type TreeExtent, type Node } from '../ir';

/**
 * Most nodes of one expression and deepest nesting, constants that it names counted as if written out. Everything
 * after the checker walks expressions as trees, so these bound its time and its stack; cards refuse what is
 * nested deeper than 256 levels.
 */
const MAX_NODES = 40_000;
const MAX_LEVELS = 240;
/** Most scalars of a struct. Every value of it takes as many places. */
export const MAX_SCALARS = 256;

const LEAF: TreeExtent = { nodes: 1, levels: 1 };

function extentOf(node: Node): TreeExtent {
  if (node.extent) return node.extent;
  const children = childrenOf(node);
  if (children.length === 0) return LEAF;
  const extent = { nodes: 1, levels: 1 };
  for (const child of children) {
    const { nodes, levels } = extentOf(child);
    extent.nodes += nodes;
    extent.levels = Math.max(extent.levels, levels + 1);
  }
  node.extent = extent;
  return extent;
}

/** The node itself, where it is small enough to be walked. @throws GlslError */
export function bounded(node: Node, pos: Pos): Node {
  const { nodes, levels } = extentOf(node);
  if (levels > MAX_LEVELS)
    fail(pos, 'This is nested too deeply; write it in several lines, each with a name of its own.');
  if (nodes > MAX_NODES)
    fail(
      pos,
      `This is made of more than ${MAX_NODES.toLocaleString('en')} parts; give what it repeats a ` +
        'name of its own, without "const".',
    );
  return node;
}
