import { hexOf } from '../../colour';
import { changeControl, settingKind, type controlled } from '../../piece/desk';
import { LIMITS } from '../../piece/limits';
import {
  controlById,
  isControlRef,
  type Control,
  type KeyOf,
  type Setting,
  type Vector,
  type KeyValue,
  type Piece,
  type Play,
  type Step,
} from '../../piece/types';
import { refineLine } from '../../refine-line';
import { definitionOf, paramOf, type Param } from '../../steps';
import { acceptsLinks } from '../analysis/analyse';
import { keyScalars, keysFit } from '../analysis/keyed';

/** What was played on a control, written into its track. */
export interface WrittenKeys {
  piece: Piece;
  /** Parameters that follow the track, and those that cannot have keys and follow the control's value. */
  params: number;
  left: number;
  keys: number;
  /** By how much the keys are off at most, in parts of the control's range (of a channel for a colour). */
  error: number;
}

/** Parts of its range by which a control may be off where that saves keys. */
const MAX_ERROR_PART = 0.004;

/** Values of which the last ones, a part of the loop, run into the first. */
function closed(values: number[][], part: number): number[][] {
  const frames = values.length;
  const from = Math.round(frames * (1 - part));
  return values.map((value, frame) => {
    const share = frame > from ? (frame - from) / (frames - from) : 0;
    const way = share * share * (3 - 2 * share);
    return value.map((v, i) => v + (values[0]![i]! - v) * way);
  });
}

/** As few frames as will do, and no more than a parameter may have keys. */
function thinned(values: number[][], range: number, play: Play): { frames: number[]; error: number } {
  const isOnce = play === 'once';
  // The first again behind the last; what plays once has a key at its last frame instead.
  const round = isOnce ? values : [...values, values[0]!];
  /** How far a value lies from the straight line between two frames, at its own frame. */
  const off = (frame: number, from: number, end: number) => {
    const share = (frame - from) / (end - from);
    const [a, b] = [round[from]!, round[end]!];
    return Math.max(...round[frame]!.map((v, k) => Math.abs(v - a[k]! - (b[k]! - a[k]!) * share)));
  };
  const limits = { allowed: MAX_ERROR_PART * range, most: isOnce ? LIMITS.stops : LIMITS.stops + 1 };
  const { kept, error } = refineLine(round.length, off, limits);
  return { frames: isOnce ? kept : kept.slice(0, -1), error: error / range };
}

/**
 * Writes what was played on a control as keys of its own; parameters go on following it.
 * @param played a setting for each frame of the loop
 * @param runsIn part of the loop at its end, 0 to 1, in which it continues into its beginning; none where it plays once
 */
export function writePlayed(piece: Piece, id: string, played: readonly Setting[], runsIn: number): WrittenKeys {
  const control = controlById(piece, id);
  const nothing = { piece, params: 0, left: 0, keys: 0, error: 0 };
  if (!control || played.length < 2) return nothing;
  const kind = settingKind(control.value);
  // Keys go over into one another; options do not.
  if (kind === 'choice') return { ...nothing, left: controlDependents(piece, id).length };
  // A file may hold a control whose ends are one, or the wrong way round.
  const range = kind === 'colour' ? 1 : Math.max(Math.abs(control.max - control.min), 1e-3);
  const { play } = piece.loop;
  const all = closed(played.map(keyScalars), play === 'once' ? 0 : runsIn);
  const { frames, error } = thinned(all, range, play);
  const settings = frames.map((frame): Setting => {
    const numbers = all[frame]!;
    return kind === 'colour' ? hexOf(numbers) : kind === 'point' ? (numbers as Vector) : numbers[0]!;
  });
  const keys = frames.map((frame, i): KeyOf<KeyValue> => ({
    at: frame / played.length,
    value: settings[i]!,
    ease: 'linear',
  }));
  const takesKeys = ({ step, param }: ControlledParam) =>
    acceptsLinks(definitionOf(step.op)!, param) && keysFit(param, { keys });
  const followers = controlDependents(piece, id);
  const params = followers.filter(takesKeys).length;
  return {
    piece: changeControl(piece, id, { value: settings[0]!, track: { keys } }),
    params,
    left: followers.length - params,
    keys: keys.length,
    error,
  };
}

/** A parameter that follows a control. */
interface ControlledParam {
  strand: string;
  step: Step;
  param: Param;
  ref: Parameters<typeof controlled>[1];
}

/** All parameters that follow a control. */
export const controlDependents = (piece: Piece, control: Control['id']): ControlledParam[] =>
  piece.strands.flatMap((strand) =>
    strand.steps.flatMap((step) =>
      Object.entries(step.params).flatMap(([id, ref]): ControlledParam[] => {
        const param = paramOf(step, id);
        return param && isControlRef(ref) && ref.control === control ? [{ strand: strand.id, step, param, ref }] : [];
      }),
    ),
  );
