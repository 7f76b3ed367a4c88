import { produce, type Draft } from 'immer';
import { hexOf, linearOf } from '../colour';
import { own } from '../own';
import { generator } from '../random';
import { PieceError } from './errors';
import { freeName, nextId } from './ids';
import { LIMITS } from './limits';
import { placeOf, withKey } from './keys';
import {
  controlById,
  isControlRef,
  isKeyed,
  type Control,
  type ControlRef,
  type Look,
  type ParamAt,
  type Piece,
  type Setting,
  type Track,
  type Vector,
} from './types';

/** Edits of the desk: controls that the artist exposes, and looks, their named settings. Pure, like all edits. */

/** The kinds of setting. */
export type SettingKind = 'number' | 'point' | 'colour' | 'choice';

export const settingKind = (value: Setting): SettingKind =>
  typeof value === 'number' ? 'number' : Array.isArray(value) ? 'point' : value.startsWith('#') ? 'colour' : 'choice';

const tidyName = (name: string) => name.trim().slice(0, LIMITS.nameLength);

function paramsAt(draft: Draft<Piece>, at: ParamAt): Record<string, unknown> {
  const step = draft.strands.find((s) => s.id === at.strand)?.steps.find((s) => s.id === at.step);
  if (!step) throw new PieceError('edit', 'The step is no longer there.');
  return step.params;
}

/** Puts a value out on the desk: a new control with that value, which the parameter follows. */
export function expose(
  piece: Piece,
  at: ParamAt,
  control: { name: string; value: Setting; min: number; max: number },
): Piece {
  return produce(piece, (draft) => {
    const id = nextId(
      'c',
      draft.controls.map((c) => c.id),
    );
    draft.controls.push({
      id,
      name: freeName(
        draft.controls.map((c) => c.name),
        tidyName(control.name) || 'control',
      ),
      value: control.value,
      default: control.value,
      min: control.min,
      max: control.max,
      curve: 1,
    });
    paramsAt(draft, at)[at.param] = { control: id };
  });
}

/** Lets a parameter follow a control, over a range of its own where one is given. */
export function follow(piece: Piece, at: ParamAt, control: string, range?: [number, number]): Piece {
  return produce(piece, (draft) => {
    paramsAt(draft, at)[at.param] = range ? { control, range } : { control };
  });
}

export function changeControl(piece: Piece, id: string, change: Partial<Omit<Control, 'id'>>): Piece {
  return produce(piece, (draft) => {
    const control = draft.controls.find((c) => c.id === id);
    if (!control) throw new PieceError('edit', 'The control is no longer there.');
    Object.assign(control, change);
    if (control.track === undefined) delete control.track;
    if (change.name !== undefined) control.name = tidyName(change.name) || controlById(piece, id)!.name;
    if (control.max <= control.min) control.max = control.min + 1e-3;
  });
}

export const setControl = (piece: Piece, id: string, value: Setting): Piece => changeControl(piece, id, { value });

/** Gives a control a track, or takes it off: it then has its value throughout. */
export const setTrack = (piece: Piece, id: string, track: Track | undefined): Piece =>
  changeControl(piece, id, { track });

/** Sets a control at a frame: a key there where its track has keys, else its value. */
export function setControlAt(piece: Piece, id: string, value: Setting, frame: number): Piece {
  const { frames } = piece.loop;
  const track = controlById(piece, id)?.track;
  return track && isKeyed(track)
    ? setTrack(piece, id, withKey(track, placeOf(frame, frames), value, frames))
    : setControl(piece, id, value);
}

/** What a control gives a parameter that follows it: its own value, or its part of the parameter's own range. */
export function controlled(control: Control, { range }: ControlRef): Setting {
  if (!range || typeof control.value !== 'number') return control.value;
  const span = control.max - control.min;
  return range[0] + (range[1] - range[0]) * (span === 0 ? 0 : (control.value - control.min) / span);
}

/** Takes a control off the desk; what followed it keeps its present value. */
export function removeControl(piece: Piece, id: string): Piece {
  const control = controlById(piece, id);
  if (!control) return piece;
  return produce(piece, (draft) => {
    draft.controls = draft.controls.filter((c) => c.id !== id);
    for (const look of draft.looks) delete look.values[id];
    for (const strand of draft.strands) {
      for (const step of strand.steps) {
        for (const [param, value] of Object.entries(step.params))
          if (isControlRef(value) && value.control === id) step.params[param] = controlled(control, value);
        delete step.overrides?.[id];
      }
    }
  });
}

/**
 * Slider position 0..1 of a value, and back: the response is a power, fine at the start and fast at the end above 1.
 */
export const positionOf = ({ min, max, curve }: Control, value: number): number =>
  Math.min(1, Math.max(0, (value - min) / (max - min))) ** (1 / curve);
export const valueAt = ({ min, max, curve }: Control, position: number): number =>
  min + (max - min) * position ** curve;

/** What a look keeps of controls as they stand: their values, and the tracks of those that have one. */
function settingsOf({ controls }: Piece): Pick<Look, 'values' | 'tracks'> {
  const tracks = Object.fromEntries(controls.flatMap(({ id, track }) => (track ? [[id, track]] : [])));
  return {
    values: Object.fromEntries(controls.map((c) => [c.id, c.value])),
    ...(Object.keys(tracks).length > 0 ? { tracks } : {}),
  };
}

/** Stores the controls as they stand as a look. */
export function storeLook(piece: Piece, name: string): Piece {
  return produce(piece, (draft) => {
    draft.looks.push({
      id: nextId(
        'l',
        draft.looks.map((l) => l.id),
      ),
      name: freeName(
        draft.looks.map((l) => l.name),
        tidyName(name) || 'look',
      ),
      ...settingsOf(piece),
    });
  });
}

/**
 * Stores the controls as they stand in a look that is already there, or gives it another name.
 * @param change.tracks `false` leaves out the tracks of the look: it then sets values alone
 */
export function changeLook(piece: Piece, id: string, change: { name?: string; store?: true; tracks?: false }): Piece {
  return produce(piece, (draft) => {
    const look = draft.looks.find((l) => l.id === id);
    if (!look) throw new PieceError('edit', 'The look is no longer there.');
    if (change.name !== undefined) look.name = tidyName(change.name) || look.name;
    if (change.store) Object.assign(look, { tracks: undefined }, settingsOf(piece));
    if (change.tracks === false || look.tracks === undefined) delete look.tracks;
  });
}

export const removeLook = (piece: Piece, id: string): Piece => ({
  ...piece,
  looks: piece.looks.filter((l) => l.id !== id),
});

/** Sets all controls that the values name; one with a track has the value instead of it. */
export function withSettings(piece: Piece, values: Record<string, Setting>): Piece {
  return {
    ...piece,
    controls: piece.controls.map((c) => {
      if (!Object.hasOwn(values, c.id) || settingKind(values[c.id]!) !== settingKind(c.value)) return c;
      const set = { ...c, value: values[c.id]! };
      delete set.track;
      return set;
    }),
  };
}

/** Gives the controls what a look says: the track that it has for a control, or else its value throughout. */
export function recallLook(piece: Piece, id: string): Piece {
  const look = piece.looks.find((l) => l.id === id);
  if (!look) return piece;
  const set = withSettings(piece, look.values);
  const controls = set.controls.map((c) => {
    const track = own(look.tracks ?? {}, c.id);
    return track ? { ...c, track } : c;
  });
  return { ...set, controls };
}

/** Names of the controls that have a track now and would lose it to a look. */
export const tracksLost = (piece: Piece, look: Look): string[] =>
  piece.controls
    .filter((c) => c.track && Object.hasOwn(look.values, c.id) && !own(look.tracks ?? {}, c.id))
    .map((c) => c.name);

function mixColours(a: string, b: string, t: number): string {
  const [from, to] = [linearOf(a), linearOf(b)];
  return hexOf(from.map((v, i) => v + (to[i]! - v) * t));
}

const mixed = (from: number, to: number, t: number) => from + (to - from) * t;

/** A setting between two of one kind; null where they are of two. A choice changes half way. */
function between(from: Setting, to: Setting, t: number): Setting | null {
  if (typeof from === 'number' || typeof to === 'number')
    return typeof from === typeof to ? mixed(from as number, to as number, t) : null;
  if (Array.isArray(from) || Array.isArray(to))
    return Array.isArray(from) && Array.isArray(to) ? (from.map((v, i) => mixed(v, to[i]!, t)) as Vector) : null;
  if (settingKind(from) !== settingKind(to)) return null;
  if (settingKind(from) === 'colour') return mixColours(from, to, t);
  return t < 0.5 ? from : to;
}

/**
 * Settings between two looks: numbers and points evenly, colours in linear light, choices one or the other. Controls
 * that one look lacks stay out.
 */
export function blendLooks(a: Look, b: Look, t: number): Record<string, Setting> {
  return Object.fromEntries(
    Object.entries(a.values).flatMap(([id, from]): [string, Setting][] => {
      const to = own(b.values, id);
      const value = to === undefined ? null : between(from, to, t);
      return value === null ? [] : [[id, value]];
    }),
  );
}

/**
 * Varies every control that is not locked about where it stands, within its range; choices, and what has a track,
 * stay. The same seed gives
 * the same settings.
 * @param amount 0 leaves all, 1 goes anywhere in the range
 */
export function vary(piece: Piece, seed: number, amount: number): Piece {
  const next = generator(seed);
  const values = piece.controls.flatMap((c): [string, Setting][] => {
    const draws = [next(), next(), next()];
    if (c.locked || c.track || settingKind(c.value) === 'choice') return [];
    const toward = (value: number, draw: number) => {
      const position = positionOf(c, value);
      return valueAt(c, position + (draw - position) * amount);
    };
    if (typeof c.value === 'number') return [[c.id, toward(c.value, draws[0]!)]];
    if (typeof c.value !== 'string') return [[c.id, c.value.map((v, i) => toward(v, draws[i]!)) as Vector]];
    const colour = mixColours(
      c.value,
      `#${draws
        .map((d) =>
          Math.floor(d * 256)
            .toString(16)
            .padStart(2, '0'),
        )
        .join('')}`,
      amount,
    );
    return [[c.id, colour]];
  });
  return withSettings(piece, Object.fromEntries(values));
}

/** Gives a place a setting of its own for a control, or takes it back. */
export function setOverride(
  piece: Piece,
  strand: string,
  step: string,
  control: string,
  value: Setting | undefined,
): Piece {
  return produce(piece, (draft) => {
    const target = draft.strands.find((s) => s.id === strand)?.steps.find((s) => s.id === step);
    if (!target) throw new PieceError('edit', 'The step is no longer there.');
    const overrides = { ...target.overrides };
    if (value === undefined) delete overrides[control];
    else overrides[control] = value;
    if (Object.keys(overrides).length > 0) target.overrides = overrides;
    else delete target.overrides;
  });
}
