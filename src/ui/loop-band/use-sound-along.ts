import { errorSentence } from '@/core/error-sentence';
import { useEffect } from 'react';
import { notify } from '@/state/panels/notify';
import { SoundPlayer } from '@/state/playback/sound-player';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';

/** Plays the sound of the piece while the loop plays; again where its section changes. */
export function useSoundAlong(): void {
  const playing = useTransport((s) => s.playing);
  const loop = useWorkbench((s) => s.piece.loop);
  useEffect(() => {
    if (!playing || !loop.sound) return undefined;
    const player = new SoundPlayer();
    player
      .play(useWorkbench.getState().piece)
      .catch((error: unknown) => notify('error', `The sound cannot be played. ${errorSentence(error)}`));
    return () => player.stop();
  }, [playing, loop]);
}
