import { hexOf, linearOf } from '../colour';
import { sortedKeys } from '../piece/keys';
import { isKeyed, type Ease, type Keyed, type KeyValue, type Value, type Vector } from '../piece/types';
import type { Param } from '../steps';

/** Scalars of a key's value; colours in linear light. */
export const keyScalars = (value: KeyValue): number[] =>
  typeof value === 'string' ? [...linearOf(value)] : typeof value === 'number' ? [value] : value;

/** Do keys suit a parameter: is it a number, a vector or a colour, and does each hold one? */
export function keysFit(param: Param, { keys }: Keyed): boolean {
  const fits: Partial<Record<Param['type'], (v: KeyValue) => boolean>> = {
    number: (v) => typeof v === 'number',
    vector: (v) => Array.isArray(v),
    colour: (v) => typeof v === 'string',
  };
  const each = fits[param.type];
  return each !== undefined && keys.length > 0 && keys.every((k) => each(k.value));
}

/**
 * How far a key has gone to the next, 0 to 1 of the way: the same as `keyShare` in the library. Eased is the cubic
 * 3x^2 - 2x^3; a spring is an oscillation that dies away, e^-6x cos(4.5 pi x), which is 0 at the end; a bounce is that
 * of R. Penner, "Robert Penner's Programming Macromedia Flash MX", 2002.
 */
export function keyShare(part: number, ease: Ease): number {
  const x = Math.min(Math.max(part, 0), 1);
  switch (ease) {
    case 'held':
      return 0;
    case 'linear':
      return x;
    case 'eased':
      return x * x * (3 - 2 * x);
    case 'spring':
      return 1 - Math.exp(-6 * x) * Math.cos(4.5 * Math.PI * x);
    case 'bounce': {
      if (x < 1 / 2.75) return 7.5625 * x * x;
      const [at, low] = x < 2 / 2.75 ? [1.5, 0.75] : x < 2.5 / 2.75 ? [2.25, 0.9375] : [2.625, 0.984375];
      return 7.5625 * (x - at / 2.75) ** 2 + low;
    }
  }
}

/** What keys come to at a phase, one number or three, colours in linear light: sorted once for many phases. */
export function keyedCurve(keyed: Keyed): (phase: number) => number[] {
  const keys = sortedKeys(keyed.keys);
  const values = keys.map((k) => keyScalars(k.value));
  const first = keys[0]!.at;
  return (phase) => {
    const turn = phase - Math.floor(phase);
    const x = turn < first ? turn + 1 : turn;
    const index = keys.findLastIndex((k) => k.at <= x);
    const [from, next] = [keys[index]!, (index + 1) % keys.length];
    const until = next === 0 ? first + 1 : keys[next]!.at;
    const share = keyShare((x - from.at) / Math.max(until - from.at, 1e-5), from.ease);
    return values[index]!.map((v, i) => v + (values[next]![i]! - v) * share);
  };
}

/** The same at one phase. */
export const keyedScalars = (keyed: Keyed, phase: number): number[] => keyedCurve(keyed)(phase);

/** The same as a literal of the parameter's kind. */
export function keyedLiteral(keyed: Keyed, phase: number): KeyValue {
  const scalars = keyedScalars(keyed, phase);
  switch (typeof keyed.keys[0]!.value) {
    case 'number':
      return scalars[0]!;
    case 'string':
      return hexOf(scalars);
    default:
      return scalars as Vector;
  }
}

/** A value as it stands at a phase, where keys say it; else as it is. */
export const literalAt = (param: Param, value: Value | undefined, phase: number): Value | undefined =>
  isKeyed(value) && keysFit(param, value) ? keyedLiteral(value, phase) : value;
