import type { Type } from './types';

/**
 * The checked tree. Every node knows its type; swizzles, struct fields, matrix columns and
 * constant indices are all one thing: a pick of scalars out of the flattened value.
 */
export interface Local {
  name: string;
  type: Type;
  /** True if anything after its declaration writes to it. */
  written: boolean;
}

export interface Uniform {
  name: string;
  type: Type;
}

export interface Func {
  name: string;
  params: { local: Local; out: boolean; in: boolean }[];
  returns: Type;
  body: Code[];
  /** Estimated scalar operations of one call, loops counted in full. */
  cost: number;
  /** Most functions that are open at once while it runs, itself counted. */
  calls: number;
  /** Nodes in the body: the size when copied into a caller. */
  weight: number;
  /** What its body calls, once for each place that does. */
  callees: readonly Func[];
}

/** Index meaning "the constant 0" (or 1) in a pick, used for matrix diagonals. */
export const PICK_ZERO = -1;
export const PICK_ONE = -2;

export type UnaryOp = 'neg' | 'not' | 'bitnot';
export type BinaryOp =
  | 'add'
  | 'sub'
  | 'mul'
  | 'div'
  | 'rem'
  | 'and'
  | 'or'
  | 'xor'
  | 'shl'
  | 'shr'
  | 'lt'
  | 'le'
  | 'gt'
  | 'ge'
  | 'eq'
  | 'ne';

/** How large an expression is as a tree. */
export interface TreeExtent {
  nodes: number;
  levels: number;
}

/** A checked expression. `bounded` fills in its extent. */
export type Node = NodeShape & { extent?: TreeExtent };

type NodeShape =
  | { kind: 'const'; type: Type; values: number[] }
  | { kind: 'local'; type: Type; local: Local }
  | { kind: 'uniform'; type: Type; uniform: Uniform }
  | { kind: 'pick'; type: Type; operand: Node; indices: number[] }
  | { kind: 'construct'; type: Type; parts: Node[] }
  | { kind: 'convert'; type: Type; operand: Node }
  | { kind: 'unary'; type: Type; op: UnaryOp; operand: Node }
  /** Componentwise; both sides have as many scalars as the result. */
  | { kind: 'binary'; type: Type; op: BinaryOp; left: Node; right: Node }
  /** All components equal (or not). */
  | { kind: 'same'; type: Type; negate: boolean; left: Node; right: Node }
  | { kind: 'matmul'; type: Type; left: Node; right: Node }
  | { kind: 'lazy'; type: Type; op: 'and' | 'or'; left: Node; right: Node }
  | { kind: 'choose'; type: Type; test: Node; yes: Node; no: Node }
  | { kind: 'native'; type: Type; name: string; args: Node[] }
  | { kind: 'call'; type: Type; func: Func; args: Node[]; outs: (AssignTarget | null)[] }
  | { kind: 'assign'; type: Type; target: AssignTarget; value: Node }
  /** Writes `value` to the target and yields what stood there before. */
  | { kind: 'postfix'; type: Type; target: AssignTarget; value: Node };

/** Scalars of a local that are written, in the order of the value's scalars. */
export interface AssignTarget {
  local: Local;
  indices: number[];
}

export type Code =
  | { kind: 'declare'; local: Local; value: Node | null }
  | { kind: 'eval'; value: Node }
  | { kind: 'if'; test: Node; yes: Code[]; no: Code[] }
  | { kind: 'loop'; init: Code[]; test: Node; update: Node; body: Code[]; times: number }
  | { kind: 'return'; value: Node | null }
  | { kind: 'break' }
  | { kind: 'continue' };

export interface Program {
  functions: Func[];
  uniforms: Uniform[];
}

export function range(count: number, start = 0): number[] {
  return Array.from({ length: count }, (_, i) => start + i);
}

/** What a node is made of, in the order of evaluation. */
export function childrenOf(node: Node): Node[] {
  switch (node.kind) {
    case 'const':
    case 'local':
    case 'uniform':
      return [];
    case 'pick':
    case 'convert':
    case 'unary':
      return [node.operand];
    case 'construct':
      return node.parts;
    case 'native':
    case 'call':
      return node.args;
    case 'choose':
      return [node.test, node.yes, node.no];
    case 'assign':
    case 'postfix':
      return [node.value];
    default:
      return [node.left, node.right];
  }
}

/** The functions that statements call, once for each place that does. */
export function calleesOf(body: Code[]): Func[] {
  const callees: Func[] = [];
  const inNode = (node: Node): void => {
    if (node.kind === 'call') callees.push(node.func);
    for (const child of childrenOf(node)) inNode(child);
  };
  const inCode = (code: Code): void => {
    switch (code.kind) {
      case 'declare':
      case 'eval':
      case 'return':
        if (code.value) inNode(code.value);
        return;
      case 'if':
        inNode(code.test);
        [...code.yes, ...code.no].forEach(inCode);
        return;
      case 'loop':
        code.init.forEach(inCode);
        inNode(code.test);
        inNode(code.update);
        code.body.forEach(inCode);
    }
  };
  body.forEach(inCode);
  return callees;
}
