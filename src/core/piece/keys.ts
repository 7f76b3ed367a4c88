import { setParam } from './edit';
import { PieceError } from './errors';
import { LIMITS } from './limits';
import {
  isKeyed,
  stepById,
  strandById,
  type Bend,
  type Key,
  type Keyed,
  type KeyOf,
  type KeyValue,
  type ParamAt,
  type Piece,
  type Value,
} from './types';

/** Editing values that have keys. Places are parts of the loop, 0 to 1; frames are counted from 0. */

export const sortedKeys = (keys: readonly KeyOf<KeyValue>[]): KeyOf<KeyValue>[] =>
  [...keys].sort((a, b) => a.at - b.at);

/** The handles of a curve within their bounds: see `Bend`. */
export const boundedBend = (bend: Bend): Bend =>
  bend.map((v, i) => {
    const [least, most] = i % 2 === 0 ? [0, 1] : [-LIMITS.bend, LIMITS.bend];
    return Number(Math.min(most, Math.max(least, v)).toPrecision(5));
  }) as Bend;

/** The place of a frame. */
export const placeOf = (frame: number, frames: number): number => (((frame % frames) + frames) % frames) / frames;

/** Index of the key that stands nearest to a place, within half a frame of it; -1 for none. */
export function keyIndexAt({ keys }: Keyed, at: number, frames: number): number {
  const off = (key: KeyOf<KeyValue>) => {
    const apart = Math.abs(key.at - at) % 1;
    return Math.min(apart, 1 - apart) * frames;
  };
  const nearest = keys.reduce((best, key, i) => (best < 0 || off(key) < off(keys[best]!) ? i : best), -1);
  return nearest >= 0 && off(keys[nearest]!) < 0.5 ? nearest : -1;
}

/**
 * Sets the value at a place: of the key that stands there, or of a new one that goes on as the one before it.
 * @throws PieceError where there are as many keys as a parameter holds
 */
export function withKey(keyed: Keyed, at: number, value: KeyValue, frames: number): Keyed {
  const known = keyIndexAt(keyed, at, frames);
  if (known >= 0) return { keys: keyed.keys.map((k, i) => (i === known ? { ...k, value } : k)) };
  if (keyed.keys.length >= LIMITS.stops)
    throw new PieceError(
      'edit',
      `There are at most ${LIMITS.stops} keys or moments in one place; take one away first.`,
    );
  const sorted = sortedKeys(keyed.keys);
  const before = sorted.findLast((k) => k.at <= at) ?? sorted.at(-1);
  return { keys: sortedKeys([...keyed.keys, { at, value, ease: before?.ease ?? 'held' }]) };
}

/** Without the key at a place; the value alone where that was the last one. */
export function withoutKey(keyed: Keyed, at: number, frames: number): Keyed | KeyValue {
  const known = keyIndexAt(keyed, at, frames);
  const left = keyed.keys.filter((_, i) => i !== known);
  return left.length > 0 ? { keys: left } : keyed.keys[0]!.value;
}

/** Sets a parameter at a frame: a key there where it has keys, else its literal. */
export function setParamAt(
  piece: Piece,
  { strand, step, param }: ParamAt,
  value: Value | undefined,
  frame: number,
): Piece {
  const now = stepById(strandById(piece, strand), step)?.params[param];
  const isPlain = typeof value === 'number' || typeof value === 'string' || Array.isArray(value);
  const next =
    isKeyed(now) && isPlain
      ? withKey(now, placeOf(frame, piece.loop.frames), value as KeyValue, piece.loop.frames)
      : value;
  return setParam(piece, strand, step, param, next);
}

/**
 * Puts a moment at a frame; one that stands there is triggered again.
 * @param moments those that are there
 * @throws PieceError where there are as many as it holds
 */
export function putMoment(piece: Piece, { strand, step, param }: ParamAt, moments: Key[], frame: number): Piece {
  const { frames } = piece.loop;
  const triggered = withKey({ keys: moments }, placeOf(frame, frames), 1, frames);
  return setParam(piece, strand, step, param, triggered.keys as Key[]);
}
