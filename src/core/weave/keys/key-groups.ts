import { sortedKeys } from '../../piece/keys';
import { PieceError } from '../../piece/errors';
import { changeControl, setTrack } from '../../piece/desk';
import { setParam } from '../../piece/edit';
import { LIMITS } from '../../piece/limits';
import {
  controlById,
  isKeyed,
  stepById,
  strandById,
  type ControlAt,
  type Keyed,
  type KeyOf,
  type KeyValue,
  type ParamAt,
  type Piece,
  type Value,
} from '../../piece/types';
import { paramOf, valueOf } from '../../steps';
import { keysFit } from '../analysis/keyed';

/** Several keys at once, of one parameter or of many. Places are parts of the loop, 0 to 1. */

type AnyKey = KeyOf<KeyValue>;

/** What holds keys: a keyed parameter, the keys or moments of a signal, or a control with a track of keys. */
export type KeyPlace = ParamAt | ControlAt;

/** One of its keys, by its index among them as they are stored. */
export type KeyAt = KeyPlace & { index: number };

export const isSamePlace = (a: KeyPlace, b: KeyPlace): boolean =>
  'control' in a || 'control' in b
    ? 'control' in a && 'control' in b && a.control === b.control
    : a.strand === b.strand && a.step === b.step && a.param === b.param;

/** A place in time as keys may have it: over the seam they go on; what plays once has none beyond its ends. */
function withinLoop({ loop: { play, frames } }: Piece, at: number): number {
  return play === 'once' ? Math.min((frames - 1) / frames, Math.max(0, at)) : at - Math.floor(at);
}

/** The keys of a parameter as they are stored; null where it has none. */
export function keysOf(piece: Piece, at: KeyPlace): AnyKey[] | null {
  if ('control' in at) return controlKeys(piece, at)?.keys ?? null;
  const { strand, step: id, param: name } = at;
  const step = stepById(strandById(piece, strand), id);
  const param = step && paramOf(step, name);
  if (!param) return null;
  const value = valueOf(step, param);
  if (isKeyed(value)) return keysFit(param, value) ? value.keys : null;
  return param.type === 'keys' && Array.isArray(value) ? (value as AnyKey[]) : null;
}

/** Puts keys in place of those of a parameter that has some. */
function withKeysOf(piece: Piece, place: KeyPlace, keys: AnyKey[]): Piece {
  if ('control' in place) return setTrack(piece, place.control, { keys });
  const { strand, step, param } = place;
  const isOwn = isKeyed(stepById(strandById(piece, strand), step)?.params[param]);
  return setParam(piece, strand, step, param, (isOwn ? { keys } : keys) as Value);
}

function controlKeys(piece: Piece, { control: id }: ControlAt): Keyed | null {
  const control = controlById(piece, id);
  return control?.track && isKeyed(control.track) ? control.track : null;
}

/** Moments may be none. */
function mayBeEmpty(piece: Piece, { strand, step, param }: ParamAt): boolean {
  const found = stepById(strandById(piece, strand), step);
  const own = found && paramOf(found, param);
  return own?.type === 'keys' && own.moments === true;
}

/** Those of a choice that are still there. */
export const validChoice = (piece: Piece, chosen: readonly KeyAt[]): KeyAt[] =>
  chosen.filter((k) => k.index < (keysOf(piece, k)?.length ?? 0));

/** A choice by its parameters, with the places of the chosen among all keys. */
function byPlace(chosen: readonly KeyAt[]): { place: KeyPlace; indices: Set<number> }[] {
  const groups: { place: KeyPlace; indices: Set<number> }[] = [];
  for (const { index, ...rest } of chosen) {
    const place = rest as KeyPlace;
    const known = groups.find((g) => isSamePlace(g.place, place));
    if (known) known.indices.add(index);
    else groups.push({ place, indices: new Set([index]) });
  }
  return groups;
}

/** Changes each of the chosen keys. */
export const changeKeys = (piece: Piece, chosen: readonly KeyAt[], change: (key: AnyKey, of: KeyPlace) => AnyKey) =>
  byPlace(chosen).reduce((p, { place, indices }) => {
    const keys = keysOf(p, place);
    return keys
      ? withKeysOf(
          p,
          place,
          keys.map((k, i) => (indices.has(i) ? change(k, place) : k)),
        )
      : p;
  }, piece);

/** Moves keys by a part of the loop; over the seam they go on. */
export const moveKeys = (piece: Piece, chosen: readonly KeyAt[], by: number): Piece =>
  changeKeys(piece, chosen, (k) => ({ ...k, at: withinLoop(piece, k.at + by) }));

/** A part of the loop, which may run over the seam: where it begins, and how long it is. */
export interface Span {
  from: number;
  length: number;
}

/** The shortest part of the loop that holds all of the chosen keys; null for none. */
export function spanOf(piece: Piece, chosen: readonly KeyAt[]): Span | null {
  const places = chosen.flatMap((k) => keysOf(piece, k)?.[k.index]?.at ?? []).sort((a, b) => a - b);
  if (places.length === 0) return null;
  if (piece.loop.play === 'once') return { from: places[0]!, length: places.at(-1)! - places[0]! };
  const gaps = places.map((at, i) => (places[i + 1] ?? places[0]! + 1) - at);
  const widest = gaps.indexOf(Math.max(...gaps));
  return { from: places[(widest + 1) % places.length]!, length: 1 - gaps[widest]! };
}

/**
 * Spreads the chosen keys over another part of the loop, each at its share of it, on whole frames.
 * @param from the part they took before
 * @param to the part they take then; of less than a frame or more than a loop only that much
 */
export function stretchKeys(piece: Piece, chosen: readonly KeyAt[], from: Span, to: Span): Piece {
  const { frames } = piece.loop;
  const length = Math.min(Math.max(to.length, 1 / frames), 1);
  return changeKeys(piece, chosen, (k) => {
    const share = from.length > 0 ? withinLoop(piece, k.at - from.from) / from.length : 0;
    return { ...k, at: withinLoop(piece, Math.round((to.from + share * length) * frames) / frames) };
  });
}

/** Takes keys away. A parameter that loses all keeps the value of its first; keys of a signal keep the first;
 * moments may all go. */
export const removeKeys = (piece: Piece, chosen: readonly KeyAt[]): Piece =>
  byPlace(chosen).reduce((p, { place, indices }) => {
    const keys = keysOf(p, place);
    if (!keys) return p;
    const left = keys.filter((_, i) => !indices.has(i));
    if (left.length > 0) return withKeysOf(p, place, left);
    if ('control' in place) return changeControl(p, place.control, { track: undefined, value: keys[0]!.value });
    if (mayBeEmpty(p, place)) return withKeysOf(p, place, []);
    const { strand, step, param } = place;
    const isOwn = isKeyed(stepById(strandById(p, strand), step)?.params[param]);
    return isOwn ? setParam(p, strand, step, param, keys[0]!.value) : withKeysOf(p, place, [keys[0]!]);
  }, piece);

/** Copied keys: places count from the first of them. */
export interface KeyClip {
  rows: { place: KeyPlace; keys: AnyKey[] }[];
}

/** Copies the chosen keys. */
export function copyKeys(piece: Piece, chosen: readonly KeyAt[]): KeyClip {
  const span = spanOf(piece, chosen);
  return {
    rows: byPlace(chosen).map(({ place, indices }) => ({
      place,
      keys: (keysOf(piece, place) ?? [])
        .filter((_, i) => indices.has(i))
        .map((k) => ({ ...k, at: withinLoop(piece, k.at - (span?.from ?? 0)) })),
    })),
  };
}

const kindOf = (key: AnyKey | undefined) => (Array.isArray(key?.value) ? 'vector' : typeof key?.value);

/**
 * Puts copied keys down from a place on: into the parameters they come from where those are among the open ones, else
 * into the open ones that hold values of the kind, in their order. Keys of the same frame are replaced.
 * @param at where the first of them goes
 * @param open parameters whose keys are edited
 * @returns the piece, and the keys that were put down
 * @throws PieceError where none of the open parameters takes them, or one would hold too many
 */
export function pasteKeys(
  piece: Piece,
  clip: KeyClip,
  at: number,
  open: readonly KeyPlace[],
): { piece: Piece; chosen: KeyAt[] } {
  const { frames } = piece.loop;
  const free = open.filter((place) => !clip.rows.some((row) => isSamePlace(row.place, place)));
  let result = piece;
  const chosen: KeyAt[] = [];
  for (const row of clip.rows) {
    const kind = kindOf(row.keys[0]);
    const fits = (place: KeyPlace) => kindOf(keysOf(piece, place)?.[0]) === kind;
    const own = open.find((place) => isSamePlace(place, row.place) && fits(place));
    const next = free.findIndex(fits);
    const place = own ?? (next >= 0 ? free.splice(next, 1)[0] : undefined);
    if (!place) continue;
    const put = row.keys.map((k) => ({ ...k, at: withinLoop(piece, k.at + at) }));
    const frameOf = (k: AnyKey) => Math.round(k.at * frames) % frames;
    const taken = new Set(put.map(frameOf));
    const keys = sortedKeys([...keysOf(result, place)!.filter((k) => !taken.has(frameOf(k))), ...put]);
    if (keys.length > LIMITS.stops)
      throw new PieceError('edit', `There are at most ${LIMITS.stops} keys in one place; copy fewer.`);
    result = withKeysOf(result, place, keys);
    chosen.push(...put.map((k) => ({ ...place, index: keys.indexOf(k) })));
  }
  if (chosen.length === 0)
    throw new PieceError(
      'edit',
      'What is selected has no keys of that kind. Select the step whose keys they came from, or key a parameter first.',
    );
  return { piece: result, chosen };
}
