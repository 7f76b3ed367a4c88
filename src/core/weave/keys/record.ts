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
const ERROR = 0.004;

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

/** How far the farthest value between two lies from the line through them, and where. */
function farthest(values: number[][], from: number, to: number): { off: number; at: number } {
  let [off, at] = [0, from];
  for (let i = from + 1; i < to; i++) {
    const share = (i - from) / (to - from);
    values[i]!.forEach((v, k) => {
      const line = values[from]![k]! + (values[to]![k]! - values[from]![k]!) * share;
      if (Math.abs(v - line) > off) [off, at] = [Math.abs(v - line), i];
    });
  }
  return { off, at };
}

/**
 * Frames that are enough to draw values by straight lines (D. Douglas and T. Peucker, "Algorithms for the Reduction of
 * the Number of Points Required to Represent a Digitized Line", 1973), at height alone.
 * @param values the first again behind the last
 * @returns more than are asked for at most where these are not enough
 */
function enough(values: number[][], error: number, most: number): number[] {
  const kept = [0];
  const stack: [number, number][] = [[0, values.length - 1]];
  while (stack.length > 0 && kept.length <= most + 1) {
    const [from, to] = stack.pop()!;
    const { off, at } = farthest(values, from, to);
    if (off > error) stack.push([at, to], [from, at]);
    else kept.push(to);
  }
  return kept.slice(0, -1);
}

/** As few frames as will do, and no more than a parameter may have keys. */
function thinned(values: number[][], range: number, play: Play): { frames: number[]; error: number } {
  // The first again behind the last; what plays once has a key at its last frame instead.
  const round = play === 'once' ? values : [...values, values[0]!];
  const own = play === 'once' ? [values.length - 1] : [];
  for (let error = ERROR; ; error *= 1.5) {
    const frames = [...enough(round, error * range, LIMITS.stops), ...own];
    if (frames.length > LIMITS.stops) continue;
    const ends = [...frames, round.length - 1];
    const off = Math.max(...frames.map((from, i) => farthest(round, from, ends[i + 1]!).off));
    return { frames, error: off / range };
  }
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
