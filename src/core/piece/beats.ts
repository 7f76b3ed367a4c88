import { produce } from 'immer';
import { setLoop } from './edit';
import { LIMITS } from './limits';
import { isKeyed, type KeyOf, type Loop, type Piece } from './types';

/** Beats of the loop. Tempo is in beats a minute, rate in frames a second. */

/** Beats that a loop lasts; null without a tempo. */
export const beatsOf = ({ frames, rate, tempo }: Loop): number | null =>
  tempo === undefined ? null : (frames / rate / 60) * tempo;

/** Frames at which beats fall, as parts of frames; none without a tempo. */
export function beatFrames(loop: Loop): number[] {
  const beats = beatsOf(loop);
  if (beats === null) return [];
  return Array.from({ length: Math.ceil(beats - 1e-6) }, (_, beat) => (beat * 60 * loop.rate) / loop.tempo!);
}

/** Whole frames for a number of beats. */
export interface BeatFit {
  frames: number;
  /** By how many frames these are longer than the beats; below 0 they are shorter. */
  over: number;
  /** The tempo at which as many beats last exactly as many frames. */
  exactTempo: number;
}

/** The whole number of frames that comes nearest to a number of beats. */
export function fitBeats(beats: number, tempo: number, rate: number): BeatFit {
  const exact = (beats * 60 * rate) / tempo;
  const frames = Math.min(Math.max(Math.round(exact), 2), LIMITS.frames);
  return { frames, over: frames - exact, exactTempo: (beats * 60 * rate) / frames };
}

/** Milliseconds after which a tap begins again. */
const MAX_TAP_GAP_MS = 2000;
/** Taps that are looked at. */
const MAX_COUNTED_TAPS = 12;

/**
 * The tempo of taps: the slope of the straight line through their times by least squares, so that one that is late
 * does little. @param times in milliseconds, the latest last @returns null for fewer than two without a pause
 */
export function tappedTempo(times: readonly number[]): number | null {
  const last = times.findLastIndex((t, i) => i > 0 && t - times[i - 1]! > MAX_TAP_GAP_MS);
  const taps = times.slice(Math.max(last, 0)).slice(-MAX_COUNTED_TAPS);
  if (taps.length < 2) return null;
  const middle = (taps.length - 1) / 2;
  const mean = taps.reduce((a, b) => a + b) / taps.length;
  const across = taps.reduce((sum, t, i) => sum + (i - middle) * (t - mean), 0);
  const spread = taps.reduce((sum, _, i) => sum + (i - middle) ** 2, 0);
  return Math.min(Math.max(60_000 / (across / spread), LIMITS.slowest), LIMITS.fastest);
}

/** What keys keep when the loop becomes longer or shorter. */
export type KeysKeep = 'parts' | 'frames';

/** Sets the length of the loop. Keys keep their part of it, or their frames; those beyond its end go to its last. */
export function setFrames(piece: Piece, frames: number, keep: KeysKeep): Piece {
  const before = piece.loop.frames;
  const changed = setLoop(piece, { frames });
  if (keep === 'parts' || frames === before) return changed;
  const moved = (keys: KeyOf<unknown>[]) => {
    for (const key of keys) key.at = Math.min((key.at * before) / frames, 1 - 1 / frames);
  };
  return produce(changed, (draft) => {
    for (const step of draft.strands.flatMap((s) => s.steps))
      for (const value of Object.values(step.params)) {
        if (isKeyed(value)) moved(value.keys);
        else if (isKeyList(value)) moved(value as KeyOf<unknown>[]);
      }
  });
}

const isKeyList = (value: unknown) =>
  Array.isArray(value) && typeof value[0] === 'object' && value[0] !== null && 'ease' in value[0];

/** Has anything in a piece keys? */
export const hasKeys = (piece: Piece): boolean =>
  piece.strands.some((s) => s.steps.some((t) => Object.values(t.params).some((v) => isKeyed(v) || isKeyList(v))));
