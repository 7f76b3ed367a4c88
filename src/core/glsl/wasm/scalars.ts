import type { ScalarName } from '../types';
import { F32, I32, pushFloat32, pushSigned, pushUnsigned, unsigned, type ValType } from './encode';

/**
 * One scalar on its way into code: a constant, a local, or an operation on scalars that is
 * written out where it is used, once. Vectors are arrays of these.
 */
export type Scalar =
  | { kind: 'const'; type: ValType; value: number }
  | { kind: 'local'; type: ValType; index: number }
  | { kind: 'op'; type: ValType; op: number[]; args: Scalar[] };

export const valType = (scalar: ScalarName): ValType => (scalar === 'float' ? F32 : I32);
export const constant = (type: ValType, value: number): Scalar => ({ kind: 'const', type, value });
export const float = (value: number) => constant(F32, value);
export const whole = (value: number) => constant(I32, value);
export const op = (type: ValType, code: number | number[], ...args: Scalar[]): Scalar => ({
  kind: 'op',
  type,
  op: Array.isArray(code) ? code : [code],
  args,
});

export const fop = (code: number, ...args: Scalar[]) => op(F32, code, ...args);
export const iop = (code: number, ...args: Scalar[]) => op(I32, code, ...args);

export const OP = {
  select: 0x1b,
  eqz: 0x45,
  iEq: 0x46,
  iNe: 0x47,
  iSub: 0x6b,
  iAnd: 0x71,
  iOr: 0x72,
  iXor: 0x73,
  fNe: 0x5c,
  fAbs: 0x8b,
  fNeg: 0x8c,
  fAdd: 0x92,
  fSub: 0x93,
  fMul: 0x94,
  bitsOf: 0xbc,
  fromBits: 0xbe,
} as const;

/** A load from a fixed address: how uniforms are read. */
export function load(type: ValType, address: number): Scalar {
  return op(type, [type === F32 ? 0x2a : 0x28, 2, ...unsigned(address)], whole(0));
}

/** Appends the code that puts the scalar on the stack. */
export function write(scalar: Scalar, code: number[]): void {
  if (scalar.kind === 'const') {
    code.push(scalar.type === F32 ? 0x43 : 0x41);
    if (scalar.type === F32) pushFloat32(code, scalar.value);
    else pushSigned(code, scalar.value);
  } else if (scalar.kind === 'local') {
    code.push(0x20);
    pushUnsigned(code, scalar.index);
  } else {
    for (const arg of scalar.args) write(arg, code);
    for (const byte of scalar.op) code.push(byte);
  }
}

/** [float, int, uint] instruction for each operation; comparisons give a bool. */
const BINARY_CODES: Record<string, [number, number, number]> = {
  add: [0x92, 0x6a, 0x6a],
  sub: [0x93, 0x6b, 0x6b],
  mul: [0x94, 0x6c, 0x6c],
  div: [0x95, 0x6d, 0x6e],
  rem: [0, 0x6f, 0x70],
  and: [0, 0x71, 0x71],
  or: [0, 0x72, 0x72],
  xor: [0, 0x73, 0x73],
  shl: [0, 0x74, 0x74],
  shr: [0, 0x75, 0x76],
  lt: [0x5d, 0x48, 0x49],
  gt: [0x5e, 0x4a, 0x4b],
  le: [0x5f, 0x4c, 0x4d],
  ge: [0x60, 0x4e, 0x4f],
  eq: [0x5b, 0x46, 0x46],
  ne: [0x5c, 0x47, 0x47],
};

const COMPARE = new Set(['lt', 'gt', 'le', 'ge', 'eq', 'ne']);

/** `share` turns a scalar into one that may be used more than once. */
export function binaryScalar(name: string, of: ScalarName, a: Scalar, b: Scalar, share: (s: Scalar) => Scalar): Scalar {
  const code = BINARY_CODES[name]![of === 'float' ? 0 : of === 'uint' ? 2 : 1];
  if ((name === 'div' || name === 'rem') && of !== 'float') return wholeDivision(name, of, code, a, b, share);
  return op(of === 'float' && !COMPARE.has(name) ? F32 : I32, code, a, b);
}

/** Division by zero is undefined in GLSL and a trap in WebAssembly; here it divides by one. */
function wholeDivision(
  name: string,
  of: ScalarName,
  code: number,
  a: Scalar,
  b: Scalar,
  share: (s: Scalar) => Scalar,
): Scalar {
  if (b.kind === 'const' && b.value !== 0 && (b.value | 0) !== -1) return iop(code, a, b);
  const by = share(b);
  const safe = iop(OP.select, whole(1), by, iop(OP.eqz, by));
  if (of === 'uint' || name === 'rem') return iop(code, a, safe);
  const minus = share(iop(OP.iEq, by, whole(-1)));
  const from = share(a);
  return iop(OP.select, iop(OP.iSub, whole(0), from), iop(code, from, iop(OP.select, whole(1), safe, minus)), minus);
}

export function convertScalar(s: Scalar, from: ScalarName, to: ScalarName): Scalar {
  if (from === to) return s;
  if (to === 'bool') return from === 'float' ? iop(OP.fNe, s, float(0)) : iop(OP.iNe, s, whole(0));
  if (to === 'float') return fop(from === 'uint' ? 0xb3 : 0xb2, s);
  if (from === 'float') return op(I32, [0xfc, to === 'uint' ? 1 : 0], s);
  return s;
}
