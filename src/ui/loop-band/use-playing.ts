import { useEffect } from 'react';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';

/** Asks for the frames of real time, one after the other; frames are left out rather than played late. */
export function usePlaying(): void {
  const playing = useTransport((s) => s.playing);
  useEffect(() => {
    if (!playing) return undefined;
    let timer = 0;
    const began = performance.now();
    const { loop } = useWorkbench.getState().piece;
    // Played from its end, what plays once begins again.
    if (loop.play === 'once' && useTransport.getState().frame >= loop.frames - 1) useTransport.getState().goTo(0, loop);
    const from = useTransport.getState().frame;
    const tick = () => {
      const { loop: now } = useWorkbench.getState().piece;
      const { frames, rate, play } = now;
      const frame = from + Math.floor(((performance.now() - began) * rate) / 1000);
      if (play === 'once' && frame >= frames - 1) {
        useTransport.getState().play(false);
        useTransport.getState().goTo(frames - 1, now);
        return;
      }
      if (frame % frames !== useTransport.getState().asked) useTransport.getState().ask(frame, now);
      timer = requestAnimationFrame(tick);
    };
    timer = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(timer);
  }, [playing]);
}
