import type { Node } from '../ir';
import { FLOAT, INT, isPlain, vectorOf, type ScalarName, type Type } from '../types';

/** What to write so that the value gets the wanted type, where a constructor can do it. */
export function convertHint(node: Node, wanted: Type): string {
  if (!isPlain(node.type) || !isPlain(wanted)) return '';
  if (node.kind === 'const' && wanted === FLOAT && node.type === INT)
    return ` GLSL ES converts nothing by itself: write ${node.values[0]}.0.`;
  if (node.type.size === wanted.size || node.type.size === 1)
    return ` GLSL ES converts nothing by itself: write ${wanted.name}(...).`;
  if (node.type.size > wanted.size) return ` Pick components, for example .${'xyzw'.slice(0, wanted.size)}.`;
  return '';
}

export function convertTo(node: Node, scalar: ScalarName): Node {
  if (node.type.scalar === scalar || !(isPlain(node.type) || node.type.shape === 'matrix')) return node;
  const type = node.type.shape === 'matrix' ? node.type : vectorOf(scalar, node.type.size);
  return { kind: 'convert', type, operand: node };
}

/** Scalars of a value by their places in it. A pick of a pick is one pick. */
export function pick(operand: Node, type: Type, indices: number[]): Node {
  if (operand.kind === 'pick' && indices.every((i) => i >= 0))
    return { kind: 'pick', type, operand: operand.operand, indices: indices.map((i) => operand.indices[i]!) };
  return { kind: 'pick', type, operand, indices };
}

/** A scalar as wide as a type; what is as wide stays. */
export function spread(node: Node, type: Type): Node {
  return node.type.flat.length === type.flat.length
    ? node
    : pick(
        node,
        type,
        type.flat.map(() => 0),
      );
}
