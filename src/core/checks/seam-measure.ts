import { readsTime } from '../glsl/lib';
import type { PlaceAttribute } from '../steps';
import type { Evaluator } from '../weave';
import type { SeamSide, StrandPlaces } from './seam-places';

/** How values meet themselves at the seam. Amounts are in parts of their range over the loop. */
export interface Measured {
  /** Largest difference between phase 1, worked out without wrapping, and phase 0. */
  gap: number;
  /** Mean change from the last frame to phase 1, and from phase 0 to the first frame. */
  before: number;
  after: number;
  /** Range of the values over the loop. */
  range: [number, number];
  moves: boolean;
  closes: boolean;
  kink: Kink;
}

/**
 * Does motion change its speed at the seam: no; there alone; or by a jump like others in the loop, as of what is held
 * from moment to moment, which nobody sees as a seam.
 */
export type Kink = 'none' | 'seam' | 'throughout';

/** Part of the faster motion by which the slower may fall short before it is seen as a kink. */
const MIN_KINK_PART = 0.25;

/**
 * Does motion change its speed at the seam, though the ends meet?
 * @param least motion below which none is seen
 * @param share part of the faster motion that the slower may fall short by
 */
export const hasKink = (
  { before, after }: { before: number; after: number },
  least = 1e-9,
  share = MIN_KINK_PART,
): boolean => {
  const faster = Math.max(before, after);
  return faster > least && Math.abs(after - before) > share * faster;
};

/** Differences below this part of the range are rounding of 32-bit floats, not a jump. */
export const SEAM_TOLERANCE = 2e-4;
/** Phases at which the range of values is taken. */
const SAMPLED_PHASES = 12;
/** Part of its largest amount below which a value that is one of several, as those of a surface, hardly moves. */
const MIN_RANGE = 0.01;
/** Frames among which another jump like that at the seam is looked for. */
const KINK_FRAMES = 720;

/** Values at all places of a strand at a phase. */
type ValuesAt = (places: StrandPlaces, phase: number, side?: SeamSide) => Float32Array;

/** Measures one target of an evaluator at the places of its strand. */
export function compare(evaluator: Evaluator, target: number, frames: number, places: StrandPlaces): Measured {
  // The numbers of a surface are many things, each with a range of its own; those of all else are one.
  const apart = evaluator.gives(target) === 'surface' ? evaluator.width(target) : 1;
  return compared((where, phase, side = 'begin') => where.values(evaluator, target, phase, side), places, {
    frames,
    apart,
    still: isStill(evaluator, places),
  });
}

/** Measures what a step says beside the running value. */
export function compareAttribute(
  evaluator: Evaluator,
  name: PlaceAttribute,
  frames: number,
  places: StrandPlaces,
): Measured {
  return compared((where, phase, side = 'begin') => where.attribute(evaluator, name, phase, side), places, {
    frames,
    apart: 1,
    still: isStill(evaluator, places),
  });
}

/** Reads a text no time, so that nothing can move? */
const isStill = (evaluator: Evaluator, places: StrandPlaces): boolean =>
  !places.movesOn && !readsTime(evaluator.woven.glsl);

/** Places at which every frame is looked at, where nothing has moved at a few phases. */
const STILL_PLACES = 24;

/**
 * @param frames of the loop
 * @param apart every so many values are one of a kind, with a range of its own
 * @param still nothing can move
 */
function compared(
  at: ValuesAt,
  places: StrandPlaces,
  { frames, apart, still }: { frames: number; apart: number; still: boolean },
): Measured {
  const begin = at(places, 0);
  const end = at(places, 1, 'end');
  const few = places.sparse();
  const [fewBegin, fewEnd] = [at(few, 0), at(few, 1, 'end')];
  const lows = new Float32Array(apart).fill(Infinity);
  const highs = new Float32Array(apart).fill(-Infinity);
  let moves = !still && begin.some((v, i) => v !== end[i]);
  // An odd count of unequal phases, so that a wave of whole turns is not always met at its zeros.
  for (let k = 0; k < SAMPLED_PHASES; k++)
    at(few, (k + 0.37) / SAMPLED_PHASES).forEach((v, i) => {
      lows[i % apart] = Math.min(lows[i % apart]!, v);
      highs[i % apart] = Math.max(highs[i % apart]!, v);
      if (v !== fewBegin[i]) moves = true;
    });
  if (!moves && !still) moves = movesAnywhere(at, places, begin, frames);
  const range: [number, number] = [Math.min(...lows), Math.max(...highs)];
  // A value that hardly moves about a large one moves by rounding alone.
  const spans = lows.map((low, k) =>
    Math.max(highs[k]! - low, 1e-3 * Math.max(Math.abs(low), Math.abs(highs[k]!)), apart > 1 ? MIN_RANGE : 1e-9),
  );
  const gap = largest(begin, end, spans);
  const before = mean(at(few, 1 - 1 / frames, 'end'), fewEnd, spans);
  const after = mean(fewBegin, at(few, 1 / frames), spans);
  const kinkOf = (): Kink => {
    if (!hasKink({ before, after })) return 'none';
    const jump = (1 - MIN_KINK_PART) * before;
    // What goes on evenly comes a quarter as far in the last quarter of a frame; what is held till then all of the way.
    const jumps = mean(at(few, 1 - 0.25 / frames, 'end'), fewEnd, spans) >= jump;
    return jumps && jumpsWithin((n) => at(few, n / frames), frames, jump, spans) ? 'throughout' : 'seam';
  };
  return { gap, before, after, range, moves, closes: gap <= SEAM_TOLERANCE, kink: kinkOf() };
}

/** Does anything move that stands still at a few places: anywhere at a few phases, or at some places in any frame? */
function movesAnywhere(at: ValuesAt, places: StrandPlaces, begin: Float32Array, frames: number): boolean {
  const differs = (where: StrandPlaces, phase: number, first: Float32Array) =>
    at(where, phase).some((v, i) => v !== first[i]);
  for (let k = 0; k < SAMPLED_PHASES; k++) if (differs(places, (k + 0.37) / SAMPLED_PHASES, begin)) return true;
  const some = places.sparse(STILL_PLACES);
  const first = at(some, 0);
  for (let n = 1; n < frames; n++) if (differs(some, n / frames, first)) return true;
  return false;
}

/** Do values come as far as `amount` on average from one frame to the next anywhere between the first and the last? */
function jumpsWithin(
  at: (frame: number) => Float32Array,
  frames: number,
  amount: number,
  spans: Float32Array,
): boolean {
  let earlier = at(0);
  for (let n = 1; n < Math.min(frames, KINK_FRAMES); n++) {
    const now = at(n);
    if (mean(earlier, now, spans) >= amount) return true;
    earlier = now;
  }
  return false;
}

/** Largest difference, each in parts of the span of its kind. */
function largest(a: Float32Array, b: Float32Array, spans: Float32Array): number {
  let most = 0;
  for (let i = 0; i < a.length; i++) {
    const d = Math.abs(a[i]! - b[i]!) / spans[i % spans.length]!;
    if (!(d <= most)) most = Number.isNaN(d) ? Infinity : d;
  }
  return most;
}

/** Mean difference, each in parts of the span of its kind. */
function mean(a: Float32Array, b: Float32Array, spans: Float32Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += Math.abs(a[i]! - b[i]!) / spans[i % spans.length]!;
  return sum / Math.max(1, a.length);
}
