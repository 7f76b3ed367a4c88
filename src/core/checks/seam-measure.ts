import { PLACE_SIZE } from '../glsl/lib';
import type { Piece } from '../piece/types';
import { literalOf, type Evaluator } from '../weave';
import { setPhase, setPlaceFields } from '../weave/places';
import type { StepTypes } from '../weave/types';
import { PICTURED_SIZE, samplePlaces } from './sample-places';

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
const KINK = 0.25;

/**
 * Does motion change its speed at the seam, though the ends meet?
 * @param least motion below which none is seen
 * @param share part of the faster motion that the slower may fall short by
 */
export const hasKink = ({ before, after }: { before: number; after: number }, least = 1e-9, share = KINK): boolean => {
  const faster = Math.max(before, after);
  return faster > least && Math.abs(after - before) > share * faster;
};

/** Differences below this part of the range are rounding of 32-bit floats, not a jump. */
export const SEAM_TOLERANCE = 2e-4;
/** Points at which fields are compared, and phases at which their range is taken. */
const POINTS = 192;
const PHASES = 12;
/** Frames among which another jump like that at the seam is looked for. */
const KINK_FRAMES = 720;

/** By how many whole copies a form moves on over the loop: copy n should then stand where copy n + shift stood. */
export function movesOn(piece: Piece, steps: StepTypes[]): number {
  return steps.reduce((sum, { active, definition, step }) => {
    const param = active && definition!.params.find((p) => p.id === definition!.shifts);
    return param ? sum + Math.round(Number(literalOf(piece, step, param))) : sum;
  }, 0);
}

/** Copies among which the places are counted out, for forms that are there more than once. */
const COPIES = 24;

/** Measures one target of an evaluator. @param shift copies that a form moves on by over the loop */
export function compare(evaluator: Evaluator, target: number, frames: number, shift = 0): Measured {
  const pictured = evaluator.gives(target) === 'image';
  const rows = samplePlaces(POINTS, pictured);
  const width = evaluator.width(target);
  const at = (phase: number, on = 0) => {
    setPhase(rows, phase, pictured ? PICTURED_SIZE : PLACE_SIZE);
    if (shift !== 0) countCopies(evaluator, rows, phase, on);
    return evaluator.run(target, rows, POINTS);
  };
  const begin = at(0, shift);
  const end = at(1);
  const lows = new Float32Array(width).fill(Infinity);
  const highs = new Float32Array(width).fill(-Infinity);
  let moves = false;
  for (let k = 0; k < PHASES; k++) {
    // An odd count of unequal phases, so that a wave of whole turns is not always met at its zeros.
    const values = at((k + 0.37) / PHASES, shift);
    values.forEach((v, i) => {
      lows[i % width] = Math.min(lows[i % width]!, v);
      highs[i % width] = Math.max(highs[i % width]!, v);
      if (v !== begin[i]) moves = true;
    });
  }
  const range: [number, number] = [Math.min(...lows), Math.max(...highs)];
  // A value that hardly moves about a large one moves by rounding alone.
  const span = Math.max(range[1] - range[0], 1e-3 * Math.max(Math.abs(range[0]), Math.abs(range[1])), 1e-9);
  const gap = largest(begin, end) / span;
  const before = mean(at(1 - 1 / frames), end) / span;
  const after = mean(begin, at(1 / frames, shift)) / span;
  const kinkOf = (): Kink => {
    if (!hasKink({ before, after })) return 'none';
    const jump = (1 - KINK) * before * span;
    // What goes on evenly comes a quarter as far in the last quarter of a frame; what is held till then all of the way.
    const jumps = mean(at(1 - 0.25 / frames), end) >= jump;
    return jumps && jumpsWithin((n) => at(n / frames, shift), frames, jump) ? 'throughout' : 'seam';
  };
  return { gap, before, after, range, moves, closes: gap <= SEAM_TOLERANCE, kink: kinkOf() };
}

/** Do values come as far as `amount` on average from one frame to the next anywhere between the first and the last? */
function jumpsWithin(at: (frame: number) => Float32Array, frames: number, amount: number): boolean {
  let earlier = at(0);
  for (let n = 1; n < Math.min(frames, KINK_FRAMES); n++) {
    const now = at(n);
    if (mean(earlier, now) >= amount) return true;
    earlier = now;
  }
  return false;
}

/** Gives each place a copy, `on` further, and that copy's moment. */
function countCopies(evaluator: Evaluator, rows: Float32Array, phase: number, on: number): void {
  for (let i = 0; i < POINTS; i++) setPlaceFields(rows, i, { copy: (i % COPIES) + on, copies: COPIES });
  const delays = evaluator.attribute('delay', rows, POINTS);
  if (delays)
    for (let i = 0; i < POINTS; i++)
      setPlaceFields(rows, i, { phase: phase - delays[i]! - Math.floor(phase - delays[i]!) });
}

function largest(a: Float32Array, b: Float32Array): number {
  let most = 0;
  for (let i = 0; i < a.length; i++) {
    const d = Math.abs(a[i]! - b[i]!);
    if (!(d <= most)) most = Number.isNaN(d) ? Infinity : d;
  }
  return most;
}

function mean(a: Float32Array, b: Float32Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += Math.abs(a[i]! - b[i]!);
  return sum / Math.max(1, a.length);
}
