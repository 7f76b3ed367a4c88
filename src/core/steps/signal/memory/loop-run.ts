import type { SoundSection } from '../../../sound/section';
import type { PlainParams } from '../../plain-params';

/** One number that runs through a row, over all frames of the loop. */
export interface LoopRun {
  /** The input, a number a frame. */
  values: Float64Array;
  /** The parameters of the step, as they are at a frame. */
  params: (frame: number) => PlainParams;
  /** From one frame to the next. */
  seconds: number;
  /** Seconds of a beat. */
  beat: number;
  /** Whether the loop starts again after its last frame. */
  repeats: boolean;
  /** Which of the numbers that run through the row this is. */
  number: number;
  /** Frames that may be run through until it comes to rest. */
  most: number;
  /** What is heard over the loop; null without a sound. */
  sound: SoundSection | null;
}

/** What a step makes of it. */
export interface LoopValues {
  /** A number a frame, and what it has come to after the last one. */
  values: Float64Array;
  /** How often the loop ran until another time changed nothing; null where it still did. */
  runs: number | null;
  /** Values of its parameters with which it comes back to where it began. */
  closing?: Record<string, number>[];
}

/** Part of the range by which another time of the loop may change anything. */
const SETTLED_PART = 1e-6;

const rangeOf = (values: Float64Array): number => {
  let [low, high] = [Infinity, -Infinity];
  for (const v of values) [low, high] = [Math.min(low, v), Math.max(high, v)];
  return Math.max(high - low, 1e-6 * Math.max(Math.abs(low), Math.abs(high)), 1e-12);
};

/** What grows beyond this has no end. */
const MAX_STATE = 1e9;

/** Holds what grows within bounds. @returns whether anything did */
function isFiniteState(state: Float64Array): boolean {
  let grows = false;
  for (const [i, v] of state.entries())
    if (!(Math.abs(v) <= MAX_STATE)) {
      state[i] = Number.isNaN(v) ? 0 : Math.sign(v) * MAX_STATE;
      grows = true;
    }
  return grows;
}

/**
 * Runs from frame to frame as if the loop had been running forever: time and again, until what another time would still
 * change, and all times after it, is below a millionth of the range.
 * @param state at the first frame of the first time; its first number is the value
 * @param next takes the state on to a frame
 */
export function runLoop(
  { values, repeats, most }: LoopRun,
  state: Float64Array,
  next: (state: Float64Array, frame: number) => void,
): LoopValues {
  const frames = values.length;
  const now = new Float64Array(frames + 1);
  const times = Math.max(4, Math.floor(most / frames));
  let before = Infinity;
  for (let runs = 1; runs <= times; runs++) {
    let change = 0;
    let grows = false;
    for (let frame = 0; frame < frames; frame++) {
      if (runs > 1 || frame > 0) next(state, frame);
      grows = isFiniteState(state) || grows;
      change = Math.max(change, Math.abs(state[0]! - now[frame]!));
      now[frame] = state[0]!;
    }
    if (!repeats) {
      now[frames] = now[frames - 1]!;
      return { values: now, runs: 0 };
    }
    // A spring whose strength swings can be pumped up by that.
    if (grows) break;
    // Each time changes less than the one before it, by a part that stays: what is left is a geometric series.
    const part = change / before;
    const left = runs > 2 && part < 1 ? change * (part / (1 - part)) : Infinity;
    if (runs > 1 && (change === 0 || left <= SETTLED_PART * rangeOf(now))) {
      now[frames] = now[0]!;
      return { values: now, runs: runs - 1 };
    }
    before = change;
  }
  next(state, 0);
  isFiniteState(state);
  now[frames] = state[0]!;
  return { values: now, runs: null };
}

/**
 * Follows the input as a filter of the first order, whose time constant is that of the parameter `rise` on the
 * way up and of `fall` on the way down.
 */
export const followed = (loop: LoopRun): LoopValues =>
  runLoop(loop, Float64Array.of(loop.values[0]!), (state, frame) => {
    const { rise, fall } = loop.params(frame) as { rise: number; fall: number };
    const way = loop.values[frame]! - state[0]!;
    const constant = way > 0 ? rise : fall;
    state[0]! += way * (constant > 0 ? 1 - Math.exp(-loop.seconds / constant) : 1);
  });
