import { floatText } from '../number-text';
import { isConstant } from '../check/constants';
import type { Node } from '../ir';
import type { Type } from '../types';

/** A condition between constants, such as a choice written into a step: true, false, or not known. */
export function truth(test: Node): boolean | null {
  if (!isConstant(test)) return null;
  switch (test.kind) {
    case 'const':
      return Boolean(test.values[0]);
    case 'unary':
      return test.op === 'not' ? not(truth(test.operand)) : null;
    case 'lazy': {
      const [l, r] = [truth(test.left), truth(test.right)];
      return l === null || r === null ? null : test.op === 'and' ? l && r : l || r;
    }
    case 'same':
    case 'binary': {
      if (test.left.kind !== 'const' || test.right.kind !== 'const' || test.left.values.length !== 1) return null;
      const [a, b] = [test.left.values[0]!, test.right.values[0]!];
      if (test.kind === 'same') return (a === b) !== test.negate;
      const results: Record<string, boolean> = {
        lt: a < b,
        le: a <= b,
        gt: a > b,
        ge: a >= b,
        eq: a === b,
        ne: a !== b,
      };
      return results[test.op] ?? null;
    }
    default:
      return null;
  }
}

const not = (v: boolean | null) => (v === null ? null : !v);

/** Text of a constant that comes to the same bits. */
export function constant(type: Type, values: readonly number[]): string {
  const one = (v: number): string => {
    switch (type.scalar) {
      case 'float':
        return Number.isFinite(v)
          ? v < 0
            ? `(${floatText(v)})`
            : floatText(v)
          : v > 0
            ? 'uintBitsToFloat(0x7f800000u)'
            : v < 0
              ? 'uintBitsToFloat(0xff800000u)'
              : 'uintBitsToFloat(0x7fc00000u)';
      case 'int':
        return v === -2147483648 ? '(-2147483647 - 1)' : v < 0 ? `(${v})` : String(v);
      case 'uint':
        return `${v >>> 0}u`;
      case 'bool':
        return v ? 'true' : 'false';
    }
  };
  return type.shape === 'scalar' ? one(values[0]!) : `${type.name}(${values.map(one).join(', ')})`;
}
