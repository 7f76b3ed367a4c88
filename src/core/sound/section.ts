import type { Loop } from '../piece/types';
import { STEP_SECONDS, type SoundTrack } from './track';

/** The part of a sound that is heard over the loop. */
export interface SoundSection {
  track: SoundTrack;
  /** A number of the sound at each frame; near the end it fades into what comes before the beginning. */
  over: (read: (row: number) => number) => Float64Array;
  /** Frames at which places of the sound (seconds) lie, in order; what is outside of the section is left out. */
  frameOf: (seconds: number) => number | null;
}

/** What a row has, between rows in a straight line; nothing is heard before the beginning and after the end. */
function readAt(track: SoundTrack, seconds: number, read: (row: number) => number): number {
  const at = seconds / STEP_SECONDS;
  const row = Math.floor(at);
  const one = (r: number) => (r >= 0 && r < track.rows ? read(r) : 0);
  return one(row) + (one(row + 1) - one(row)) * (at - row);
}

/** The section that a loop hears. */
export function soundSection(track: SoundTrack, loop: Loop): SoundSection {
  const { frames, rate, play } = loop;
  const { start = 0, fade = 0 } = loop.sound ?? {};
  const length = frames / rate;
  const fading = play === 'once' ? 0 : Math.min(fade, length);
  return {
    track,
    over: (read) =>
      Float64Array.from({ length: frames }, (_, frame) => {
        const time = frame / rate;
        const value = readAt(track, start + time, read);
        const share = fading > 0 ? (time - (length - fading)) / fading : 0;
        return share > 0 ? value + (readAt(track, start + time - length, read) - value) * share : value;
      }),
    frameOf: (seconds) => {
      const frame = Math.round((seconds - start) * rate);
      return frame >= 0 && frame < frames ? frame : null;
    },
  };
}
