import { create } from 'zustand';
import type { Loop } from '@/core/piece/types';

type FrameSpan = Pick<Loop, 'frames' | 'play'>;

interface Transport {
  /** Whole frame that is shown, 0 to frames - 1: what is written, recorded and read off belongs to it. */
  frame: number;
  /** The frame that the picture is to show: while it plays a slow picture is behind the clock. */
  asked: number;
  /** A picture says which frame it shows; without one each frame counts as shown when it is asked for. */
  pictured: boolean;
  playing: boolean;
  play: (playing: boolean) => void;
  /** Goes to a frame; outside of a loop it wraps, outside of what plays once it stays at the end. */
  goTo: (frame: number, loop: FrameSpan) => void;
  /** Asks the picture for a frame while it plays. */
  ask: (frame: number, loop: FrameSpan) => void;
  /** The picture shows a frame now. While nothing plays the frame is the one that was gone to. */
  shown: (frame: number, loop: FrameSpan) => void;
}

function within(frame: number, { frames, play }: FrameSpan): number {
  const whole = Math.round(frame);
  return play === 'once' ? Math.min(frames - 1, Math.max(0, whole)) : ((whole % frames) + frames) % frames;
}

export const useTransport = create<Transport>()((set, get) => ({
  frame: 0,
  asked: 0,
  pictured: false,
  playing: false,
  play: (playing) => set({ playing }),
  goTo: (to, loop) => {
    const frame = within(to, loop);
    set({ frame, asked: frame });
  },
  ask: (to, loop) =>
    set(({ frame, pictured }) => {
      const asked = within(to, loop);
      return { asked, frame: pictured ? frame : asked };
    }),
  shown: (now, loop) => {
    const { frame, playing } = get();
    const shown = within(now, loop);
    // Whoever listens is told of another frame alone.
    if (playing && shown !== frame) set({ frame: shown });
  },
}));
