import { useEffect } from 'react';
import { useTransport } from '@/state/transport';
import { useWorkbench } from '@/state/workbench';

/** Moves the playhead in real time; frames are left out rather than played late. */
export function usePlaying(): void {
  const playing = useTransport((s) => s.playing);
  useEffect(() => {
    if (!playing) return undefined;
    let timer = 0;
    const began = performance.now();
    const from = useTransport.getState().frame;
    const tick = () => {
      const { frames, rate, play } = useWorkbench.getState().piece.loop;
      const frame = from + Math.floor(((performance.now() - began) * rate) / 1000);
      if (play === 'once' && frame >= frames - 1) {
        useTransport.getState().goTo(frames - 1, frames);
        useTransport.getState().play(false);
        return;
      }
      if (frame % frames !== useTransport.getState().frame) useTransport.getState().goTo(frame, frames);
      timer = requestAnimationFrame(tick);
    };
    timer = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(timer);
  }, [playing]);
}
