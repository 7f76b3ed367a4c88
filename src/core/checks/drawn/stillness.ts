import { highest, inPercent, type DrawnCheck } from './types';

/** Seconds for which a picture may stand still. */
const MAX_STILL_SECONDS = 1;
/** A change of a byte that no eye sees. */
const UNSEEN = 1;

/** Mean change of a channel between two frames, 0 to 1; 0 where no byte changes so that it can be seen. */
export function frameChange(before: Uint8ClampedArray, now: Uint8ClampedArray): number {
  let sum = 0;
  let most = 0;
  for (let i = 0; i < now.length; i++) {
    const change = Math.abs(now[i]! - before[i]!);
    sum += change;
    if (change > most) most = change;
  }
  return most <= UNSEEN ? 0 : sum / (255 * now.length);
}

/** The longest run of frames that repeat the one before them, across the seam where it is a loop. */
export function longestStill(changes: readonly number[], loops: boolean): { first: number; length: number } {
  const count = changes.length;
  if (changes.every((change) => change === 0)) return { first: 0, length: count };
  let best = { first: 0, length: 0 };
  let length = 0;
  for (let i = 0; i < (loops ? 2 * count : count); i++) {
    length = changes[i % count] === 0 ? length + 1 : 0;
    if (length > best.length) best = { first: (i - length + 1) % count, length };
  }
  return best;
}

export const stillnessCheck: DrawnCheck = {
  name: 'Stillness',
  against: 'frames that repeat the one before them',
  verdicts: ['It moves throughout.', 'It stands still.'],
  meter: ({ loop: { frames, rate, play } }) => {
    let before: Uint8ClampedArray | null = null;
    const changes: number[] = [];
    return {
      add: ({ bytes }, counts) => {
        // What begins has nothing before it to repeat.
        if (counts) changes.push(before ? frameChange(before, bytes) : 1);
        before = bytes;
      },
      reading: () => {
        const { first, length } = longestStill(changes, play === 'loop');
        const seconds = length / rate;
        const isAll = length >= frames - 1;
        const shown = changes.map((change) => Math.min(1, change));
        const words = `${length} frames (${seconds.toFixed(1)} s)`;
        return {
          passes: !isAll && seconds <= MAX_STILL_SECONDS,
          found: isAll
            ? 'All frames are the same picture: nothing moves that can be seen.'
            : seconds > MAX_STILL_SECONDS
              ? `From frame ${first} on ${words} repeat the one before. Is something held that should move?`
              : length > 0
                ? `At most ${words} in a row repeat the one before.`
                : `Each frame differs from the one before, by ${(100 * highest(shown).most).toFixed(1)} % at most.`,
          series: [{ name: 'change', values: inPercent(shown) }],
          limit: null,
          worst: length > 1 ? first : null,
        };
      },
    };
  },
};
