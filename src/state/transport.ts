import { create } from 'zustand';
import type { Loop } from '@/core/piece/types';

interface Transport {
  /** Whole frame that is shown, 0 to frames - 1. */
  frame: number;
  playing: boolean;
  play: (playing: boolean) => void;
  /** Goes to a frame; outside of a loop it wraps, outside of what plays once it stays at the end. */
  goTo: (frame: number, loop: Pick<Loop, 'frames' | 'play'>) => void;
}

export const useTransport = create<Transport>()((set) => ({
  frame: 0,
  playing: false,
  play: (playing) => set({ playing }),
  goTo: (frame, { frames, play }) => {
    const whole = Math.round(frame);
    set({
      frame: play === 'once' ? Math.min(frames - 1, Math.max(0, whole)) : ((whole % frames) + frames) % frames,
    });
  },
}));
