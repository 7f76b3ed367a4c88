import type { ScalarName } from '../types';
import { F32, I32 } from './encode';
import { binaryScalar, fop, iop, op, OP, whole, type Scalar } from './scalars';

type Share = (s: Scalar) => Scalar;

const ROUNDING: Record<string, number> = { floor: 0x8e, ceil: 0x8d, trunc: 0x8f, roundEven: 0x90, sqrt: 0x91 };
const COMPARISONS: Record<string, string> = { lessThan: 'lt', lessThanEqual: 'le', greaterThan: 'gt', greaterThanEqual: 'ge', equal: 'eq', notEqual: 'ne' };

/** `min` and `max` as GLSL defines them: a comparison and a choice. */
function extreme(name: string, of: ScalarName, a: Scalar, b: Scalar, share: Share): Scalar {
  const x = share(a);
  const y = share(b);
  const test = name === 'min' ? binaryScalar('lt', of, y, x, share) : binaryScalar('lt', of, x, y, share);
  return op(x.type, OP.select, y, x, test);
}

function absolute(of: ScalarName, s: Scalar, share: Share): Scalar {
  if (of === 'float') return fop(OP.fAbs, s);
  const x = share(s);
  const sign = share(iop(0x75, x, whole(31)));
  return iop(OP.iSub, iop(OP.iXor, x, sign), sign);
}

/** A built-in with instructions of its own: scalars of the arguments to scalars of the result. */
export function nativeScalars(name: string, args: Scalar[][], of: ScalarName, share: Share): Scalar[] {
  const [a = [], b = []] = args;
  const paired = (i: number) => (b.length === 1 ? b[0]! : b[i]!);
  const rounding = ROUNDING[name];
  if (rounding) return a.map((s) => fop(rounding, s));
  const comparison = COMPARISONS[name];
  if (comparison) return a.map((s, i) => binaryScalar(comparison, of, s, b[i]!, share));
  switch (name) {
    case 'abs':
      return a.map((s) => absolute(of, s, share));
    case 'min':
    case 'max': {
      if (b.length === 1 && a.length > 1) b[0] = share(b[0]!);
      return a.map((s, i) => extreme(name, of, s, paired(i), share));
    }
    case 'dot':
      return [a.map((s, i) => fop(OP.fMul, s, b[i]!)).reduce((sum, s) => fop(OP.fAdd, sum, s))];
    case 'floatBitsToInt':
    case 'floatBitsToUint':
      return a.map((s) => op(I32, OP.bitsOf, s));
    case 'intBitsToFloat':
    case 'uintBitsToFloat':
      return a.map((s) => op(F32, OP.fromBits, s));
    case 'not':
      return a.map((s) => iop(OP.eqz, s));
    case 'any':
      return [a.reduce((x, s) => iop(OP.iOr, x, s))];
    case 'all':
      return [a.reduce((x, s) => iop(OP.iAnd, x, s))];
    default:
      throw new Error(`No instructions for ${name}`);
  }
}
