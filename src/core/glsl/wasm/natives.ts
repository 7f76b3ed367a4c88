import type { ScalarName } from '../types';
import { CURVE_OFFSET, LOOP_OFFSET, PICTURE_SLOTS, SLOT_BYTES } from '../pictures';
import { F32, I32, unsigned } from './encode';
import { binaryScalar, float, fop, iop, op, OP, whole, type Scalar } from './scalars';

type Share = (s: Scalar) => Scalar;

const ROUNDING: Record<string, number> = { floor: 0x8e, ceil: 0x8d, trunc: 0x8f, roundEven: 0x90, sqrt: 0x91 };
const COMPARISONS: Record<string, string> = {
  lessThan: 'lt',
  lessThanEqual: 'le',
  greaterThan: 'gt',
  greaterThanEqual: 'ge',
  equal: 'eq',
  notEqual: 'ne',
};

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

const I_ADD = 0x6a;
const I_MUL = 0x6c;
const GT_U = 0x4b;
const F_DIV = 0x95;

const word = (address: Scalar, offset: number) => op(I32, [0x28, 2, ...unsigned(offset)], address);
const byte = (address: Scalar, offset: number) => op(I32, [0x2d, 0, ...unsigned(offset)], address);

/** Address of a picture's entry in the table; slots beyond it are the empty one behind the last. */
function slotAddress(slot: Scalar, table: number, share: Share): Scalar {
  const s = share(slot);
  const safe = iop(OP.select, whole(PICTURE_SLOTS), s, iop(GT_U, s, whole(PICTURE_SLOTS)));
  return share(iop(I_ADD, iop(I_MUL, safe, whole(SLOT_BYTES)), whole(table)));
}

/** A whole number clamped at or above 0 and below a count. */
const clamped = (at: Scalar, count: Scalar, share: Share) =>
  extreme('max', 'int', whole(0), extreme('min', 'int', at, iop(OP.iSub, count, whole(1)), share), share);

function loopValue(index: Scalar, table: number, share: Share): Scalar {
  const entry = share(whole(table + LOOP_OFFSET));
  const offset = iop(I_MUL, clamped(index, word(entry, 4), share), whole(4));
  return op(F32, [0x2a, 2, ...unsigned(0)], iop(I_ADD, word(entry, 0), offset));
}

function texel([slot, x, y]: [Scalar, Scalar, Scalar], table: number, share: Share): Scalar[] {
  const entry = slotAddress(slot, table, share);
  const width = share(word(entry, 4));
  const index = iop(I_ADD, iop(I_MUL, clamped(y, word(entry, 8), share), width), clamped(x, width, share));
  const address = share(iop(I_ADD, word(entry, 0), iop(I_MUL, index, whole(4))));
  const linear = (offset: number) =>
    op(F32, [0x2a, 2, ...unsigned(table + CURVE_OFFSET)], iop(I_MUL, byte(address, offset), whole(4)));
  return [linear(0), linear(1), linear(2), fop(F_DIV, fop(0xb2, byte(address, 3)), float(255))];
}

/**
 * A built-in with instructions of its own: scalars of the arguments to scalars of the result.
 * @param table address of the pictures' table
 */
export function nativeScalars(name: string, args: Scalar[][], of: ScalarName, share: Share, table: number): Scalar[] {
  const [a = [], b = [], c = []] = args;
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
    case 'mix':
      return a.map((s, i) => op(s.type, OP.select, b[i]!, s, c[i]!));
    case 'dot':
      return [a.map((s, i) => fop(OP.fMul, s, b[i]!)).reduce((sum, s) => fop(OP.fAdd, sum, s))];
    case 'floatBitsToInt':
    case 'floatBitsToUint':
      return a.map((s) => op(I32, OP.bitsOf, s));
    case 'intBitsToFloat':
    case 'uintBitsToFloat':
      return a.map((s) => op(F32, OP.fromBits, s));
    case 'texelAt':
      return texel(args.map((s) => s[0]!) as [Scalar, Scalar, Scalar], table, share);
    case 'loopValue':
      return [loopValue(a[0]!, table, share)];
    case 'texelSize': {
      const entry = slotAddress(a[0]!, table, share);
      return [fop(0xb2, word(entry, 4)), fop(0xb2, word(entry, 8))];
    }
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
