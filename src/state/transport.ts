import { create } from 'zustand';

interface Transport {
  /** Whole frame that is shown, 0 to frames - 1. */
  frame: number;
  playing: boolean;
  play: (playing: boolean) => void;
  /** Goes to a frame; outside of the loop it wraps. */
  goTo: (frame: number, frames: number) => void;
}

export const useTransport = create<Transport>()((set) => ({
  frame: 0,
  playing: false,
  play: (playing) => set({ playing }),
  goTo: (frame, frames) => set({ frame: ((Math.round(frame) % frames) + frames) % frames }),
}));
