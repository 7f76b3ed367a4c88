import { hexOf, linearOf } from '../../colour';
import { sortedKeys } from '../../piece/keys';
import {
  BEND,
  isKeyed,
  type Bend,
  type Ease,
  type Keyed,
  type KeyOf,
  type KeyValue,
  type Play,
  type Value,
  type Vector,
} from '../../piece/types';
import type { Param } from '../../steps';

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
function keyShare(part: number, ease: Exclude<Ease, 'curve'>): number {
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

/**
 * The same for a curve: the cubic Bézier from (0, 0) to (1, 1) with the handles as its inner points, as in W3C, "CSS
 * Easing Functions Level 1", 2.3. Its time never runs back, so the place on it is found by halving.
 */
export function bendShare(part: number, [x1, y1, x2, y2]: Bend): number {
  const x = Math.min(Math.max(part, 0), 1);
  const along = (a: number, b: number, u: number) => 3 * (1 - u) * u * ((1 - u) * a + u * b) + u * u * u;
  let [low, high] = [0, 1];
  for (let i = 0; i < HALVINGS; i++) {
    const u = (low + high) / 2;
    if (along(x1, x2, u) < x) low = u;
    else high = u;
  }
  // Not the middle: at the key itself nothing may be left of the way.
  return along(y1, y2, low);
}

/** As many as the digits of a number on the card. */
const HALVINGS = 24;

/** How far a key has gone to the next, whatever its way. */
const wayShare = (part: number, { ease, bend }: Pick<KeyOf<KeyValue>, 'ease' | 'bend'>): number =>
  ease === 'curve' ? bendShare(part, bend ?? BEND) : keyShare(part, ease);

/**
 * What keys come to at a phase, one number or three, colours in linear light: sorted once for many phases.
 * @param play where it plays once, the first key holds before it and the last one after it; else the last goes on to
 * the first
 */
export function keyedCurve(keyed: Keyed, play: Play): (phase: number) => number[] {
  const keys = sortedKeys(keyed.keys);
  const values = keys.map((k) => keyScalars(k.value));
  const first = keys[0]!.at;
  if (play === 'once')
    return (phase) => {
      const index = keys.findLastIndex((k) => k.at <= phase);
      const [from, next] = [keys[index], keys[index + 1]];
      if (!from || !next) return values[from ? index : 0]!;
      const share = wayShare((phase - from.at) / Math.max(next.at - from.at, 1e-5), from);
      return values[index]!.map((v, i) => v + (values[index + 1]![i]! - v) * share);
    };
  return (phase) => {
    const turn = phase - Math.floor(phase);
    const x = turn < first ? turn + 1 : turn;
    const index = keys.findLastIndex((k) => k.at <= x);
    const [from, next] = [keys[index]!, (index + 1) % keys.length];
    const until = next === 0 ? first + 1 : keys[next]!.at;
    const share = wayShare((x - from.at) / Math.max(until - from.at, 1e-5), from);
    return values[index]!.map((v, i) => v + (values[next]![i]! - v) * share);
  };
}

/** The same at one phase. */
export const keyedScalars = (keyed: Keyed, phase: number, play: Play): number[] => keyedCurve(keyed, play)(phase);

/** The same as a literal of the parameter's kind. */
export function keyedLiteral(keyed: Keyed, phase: number, play: Play): KeyValue {
  const scalars = keyedScalars(keyed, phase, play);
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
export const literalAt = (param: Param, value: Value | undefined, phase: number, play: Play): Value | undefined =>
  isKeyed(value) && keysFit(param, value) ? keyedLiteral(value, phase, play) : value;
