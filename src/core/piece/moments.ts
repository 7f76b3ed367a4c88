import { sortedKeys } from './keys';
import { LIMITS } from './limits';
import type { Key, Loop } from './types';

/** Editing moments: single frames of the loop at which something happens, each with a strength. */

const frameOf = (moment: Key, frames: number) => Math.round(moment.at * frames) % frames;

/** One moment a frame: of those that meet the strongest. */
function single(moments: readonly Key[], frames: number): Key[] {
  const at = new Map<number, Key>();
  for (const moment of moments) {
    const frame = frameOf(moment, frames);
    const there = at.get(frame);
    if (!there || moment.value > there.value) at.set(frame, { ...moment, at: frame / frames });
  }
  return sortedKeys([...at.values()]) as Key[];
}

/**
 * Moments on the nearest places of a grid, on whole frames; those that meet there become the strongest of them.
 * @param grid frames from one place to the next, not always whole
 */
export function quantised(moments: readonly Key[], frames: number, grid: number): Key[] {
  // The last place of a grid that does not divide the loop is nearer to its beginning than a whole step.
  const places = Math.max(1, Math.round(frames / grid));
  const nearest = (at: number) => (Math.round((at * frames) / grid) % places) * grid;
  return single(
    moments.map((m) => ({ ...m, at: Math.round(nearest(m.at)) / frames })),
    frames,
  );
}

/**
 * Leaves the strongest moments that are as far from each other as asked, around the loop; of equal ones the earlier.
 * @param least frames
 */
export function thinned(moments: readonly Key[], frames: number, least: number): Key[] {
  const kept: Key[] = [];
  const apart = (a: Key, b: Key) => {
    const off = Math.abs(a.at - b.at) * frames;
    return Math.min(off, frames - off);
  };
  const strongest = [...moments].sort((a, b) => b.value - a.value || a.at - b.at);
  for (const moment of strongest) if (kept.every((k) => apart(k, moment) >= least - 1e-6)) kept.push(moment);
  return sortedKeys(kept) as Key[];
}

/** Something that was triggered, as on a key. */
export interface Trigger {
  /** From the beginning. */
  seconds: number;
  /** 0 to 1. */
  strength: number;
}

/** Moments of what was triggered in the time of the loop. */
export interface TriggeredMoments {
  moments: Key[];
  /** Strikes after the end of the loop, and those that there was no room for. */
  after: number;
  over: number;
}

/**
 * What was triggered within the length of the loop as moments, at whole frames; the strongest where there are too many.
 */
export function momentsOfTriggers(triggered: readonly Trigger[], { frames, rate }: Loop): TriggeredMoments {
  const within = triggered.filter((s) => Math.round(s.seconds * rate) < frames);
  const all = single(
    within.map(({ seconds, strength }) => ({
      at: Math.round(seconds * rate) / frames,
      value: Number(strength.toFixed(3)),
      ease: 'held' as const,
    })),
    frames,
  );
  const strongest = [...all].sort((a, b) => b.value - a.value).slice(0, LIMITS.stops);
  return {
    moments: sortedKeys(strongest) as Key[],
    after: triggered.length - within.length,
    over: all.length - strongest.length,
  };
}
