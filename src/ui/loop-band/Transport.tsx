import { Pause, Play, SkipBack, StepBack, StepForward, Volume2, VolumeX } from 'lucide-react';
import { beatsOf } from '@/core/piece/beats';
import { usePanels } from '@/state/panels/panels';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { shortNumber } from '@/actions/number-words';
import { Button } from '../parts/Button';

const PLAY =
  'mr-1 grid size-9 shrink-0 place-items-center rounded-full border border-soft bg-raised hover:border-lichen';

/** What plays the loop, and where it is. */
export function Transport() {
  const { frame, playing, play, goTo } = useTransport();
  const loop = useWorkbench((s) => s.piece.loop);
  const { frames, rate, play: plays } = loop;
  const beats = beatsOf(loop);
  const step = (by: number) => {
    play(false);
    goTo(useTransport.getState().frame + by, loop);
  };
  return (
    <div className="flex flex-col justify-center gap-2 px-4 max-lg:px-2">
      <div className="flex items-center gap-1">
        <button
          type="button"
          aria-label={playing ? 'Pause' : 'Play'}
          title="Play or pause (Space)"
          onClick={() => play(!playing)}
          className={PLAY}
        >
          {playing ? <Pause size={15} /> : <Play size={15} />}
        </button>
        <Button look="icon" aria-label="To the first frame" onClick={() => step(-useTransport.getState().frame)}>
          <SkipBack size={14} />
        </Button>
        <Button look="icon" aria-label="One frame back" title="One frame back (,)" onClick={() => step(-1)}>
          <StepBack size={14} />
        </Button>
        <Button look="icon" aria-label="One frame on" title="One frame on (.)" onClick={() => step(1)}>
          <StepForward size={14} />
        </Button>
        {loop.sound && <Mute />}
      </div>
      <p className="tabular leading-snug">
        frame {frame} of {frames}
        <button
          type="button"
          className="block text-left text-mute hover:text-text"
          title="Picture and loop settings"
          onClick={() => useWorkbench.getState().select(null)}
        >
          {shortNumber(frames / rate)} s at {rate}, plays {plays === 'loop' ? 'as a loop' : 'once'}
          {beats !== null && (
            <span className="block">
              beat {shortNumber(Math.floor((frame / frames) * beats) + 1)} of {shortNumber(beats)}
            </span>
          )}
        </button>
      </p>
    </div>
  );
}

function Mute() {
  const muted = usePanels((s) => s.muted);
  return (
    <Button
      look="icon"
      aria-label="Mute the sound"
      aria-pressed={muted}
      title={muted ? 'The sound is off' : 'The sound is heard while it plays'}
      onClick={() => usePanels.setState({ muted: !muted })}
    >
      {muted ? <VolumeX size={14} /> : <Volume2 size={14} />}
    </Button>
  );
}
