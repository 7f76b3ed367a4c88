import { Pause, Play, SkipBack, StepBack, StepForward, Volume2, VolumeX } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { beatFrames, beatsOf } from '@/core/piece/beats';
import { useChecks, verdictOf } from '@/state/checks';
import { usePanels } from '@/state/panels';
import { dependsOn } from '@/state/previews';
import { trackOf } from '@/core/sound/track';
import { useSounds } from '@/state/sounds';
import { useTransport } from '@/state/transport';
import { useWorkbench } from '@/state/workbench';
import { Ended, lean, studio } from '@/workers/doors';
import { shortNumber } from '../number-words';
import { Button } from '../parts/Button';
import { drawBand, frameAt, frameByKey, laneOf, type Trace } from './draw';
import { KeyHandles } from './KeyHandles';
import { bandLanes } from './lanes';
import { useSoundAlong } from './use-sound-along';

/** The loop unrolled with the seam in the middle: its end runs in from the left, its beginning out to the right. */
export function LoopBand() {
  usePlaying();
  useSoundAlong();
  return (
    <footer
      aria-label="Loop"
      className="grid min-h-0 grid-cols-[196px_minmax(0,1fr)_196px] overflow-hidden border-t border-line"
    >
      <TransportPart />
      <Band />
      <SeamReadingPart />
    </footer>
  );
}

/** Moves the playhead in real time; frames are left out rather than played late. */
function usePlaying(): void {
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

function TransportPart() {
  const { frame, playing, play, goTo } = useTransport();
  const loop = useWorkbench((s) => s.piece.loop);
  const { frames, rate, play: plays } = loop;
  const beats = beatsOf(loop);
  const step = (by: number) => {
    play(false);
    goTo(useTransport.getState().frame + by, frames);
  };
  return (
    <div className="flex flex-col justify-center gap-2 px-4">
      <div className="flex items-center gap-1">
        <button
          type="button"
          aria-label={playing ? 'Pause' : 'Play'}
          title="Play or pause (Space)"
          onClick={() => play(!playing)}
          className="mr-1 grid size-9 shrink-0 place-items-center rounded-full border border-soft bg-raised hover:border-lichen"
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

function useTraces(): Trace[] {
  const piece = useWorkbench((s) => s.piece);
  const [traces, setTraces] = useState<Trace[]>([]);
  const key = piece.strands
    .filter((s) => s.kind === 'signal')
    .map((s) => s.name + dependsOn(piece, s))
    .join();
  const read = useSounds((s) => s.read);
  useEffect(() => {
    let ended = false;
    studio()
      .traces(lean(useWorkbench.getState().piece), 241)
      .then((found) => !ended && setTraces(found.map((t) => ({ ...t, id: t.strand }))))
      .catch((error: unknown) => !ended && !(error instanceof Ended) && setTraces([]));
    return () => {
      ended = true;
    };
  }, [key, read]);
  return traces;
}

function Band() {
  const canvas = useRef<HTMLCanvasElement>(null);
  const signals = useTraces();
  const loop = useWorkbench((s) => s.piece.loop);
  const { frames, play: plays } = loop;
  const beats = useMemo(() => beatFrames(loop), [loop]);
  const selection = useWorkbench((s) => s.selected);
  const piece = useWorkbench((s) => s.piece);
  const { traces, chosen, lanes } = useMemo(() => bandLanes(piece, signals, selection), [piece, signals, selection]);
  const frame = useTransport((s) => s.frame);
  useSounds((s) => s.read);
  const track = trackOf(loop.sound?.asset);
  const [size, setSize] = useState({ width: 0, height: 0 });

  useEffect(() => {
    const watch = new ResizeObserver(([entry]) =>
      setSize({ width: entry!.contentRect.width, height: entry!.contentRect.height }),
    );
    watch.observe(canvas.current!);
    return () => watch.disconnect();
  }, []);
  useEffect(() => {
    if (canvas.current && size.width > 0)
      drawBand(canvas.current, size, {
        frames,
        frame,
        traces,
        chosen,
        beats,
        sound: track && { track, loop },
        middle: plays === 'once' ? 'begins, frame 0' : 'seam, frame 0',
      });
  }, [size, frames, frame, traces, chosen, beats, plays, track, loop]);

  const scrub = (event: React.PointerEvent) => {
    if (event.buttons !== 1) return;
    const box = event.currentTarget.getBoundingClientRect();
    const { play, goTo } = useTransport.getState();
    play(false);
    goTo(frameAt(event.clientX - box.left, box.width, frames), frames);
  };
  return (
    <div className="relative min-h-0">
      <canvas
        ref={canvas}
        tabIndex={0}
        role="slider"
        aria-label="Playhead"
        aria-valuemin={0}
        aria-valuemax={frames - 1}
        aria-valuenow={frame}
        className="absolute inset-0 size-full cursor-col-resize touch-none bg-panel"
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          scrub(e);
        }}
        onPointerMove={scrub}
        onKeyDown={(e) => {
          // From the present frame, not the drawn one: keys may come faster than pictures.
          const { frame: now, play, goTo } = useTransport.getState();
          const to = frameByKey(now, frames, e.key, e.shiftKey);
          if (to === null) return;
          e.preventDefault();
          play(false);
          goTo(to, frames);
        }}
      />
      {lanes.length > 0 && size.width > 0 && (
        <svg className="pointer-events-none absolute inset-0 size-full">
          {lanes.map((lane) => (
            <KeyHandles
              key={lane.trace.id}
              lane={lane}
              box={laneOf(traces, chosen, traces.indexOf(lane.trace), size.height)}
              width={size.width}
              frames={frames}
              beats={beats}
            />
          ))}
        </svg>
      )}
    </div>
  );
}

const TONES = {
  closes: 'text-lichen',
  breaks: 'text-bad',
  still: 'text-mute',
  once: 'text-text',
  measuring: 'text-mute',
};

function SeamReadingPart() {
  const checks = useChecks();
  const play = useWorkbench((s) => s.piece.loop.play);
  const verdict = verdictOf(checks, play);
  const { picture } = checks;
  const apart = picture ? Math.abs(picture.after - picture.before) : 0;
  return (
    <button
      type="button"
      onClick={() => usePanels.setState({ checks: true })}
      className="border-l border-line px-4 text-left hover:bg-panel"
      aria-label={`${verdict.state === 'once' ? 'Loop' : 'Seam'}: ${verdict.words}. Open the checks.`}
    >
      <span className="text-mute">{verdict.state === 'once' ? 'loop' : 'seam'}</span>
      <b data-seam={verdict.state} className={`block text-[19px] leading-tight font-semibold ${TONES[verdict.state]}`}>
        {verdict.words}
      </b>
      {verdict.state === 'once' && <span className="text-mute">its end need not meet its beginning</span>}
      {verdict.state !== 'once' &&
        verdict.state !== 'measuring' &&
        (picture ? (
          <span className="tabular block text-mute">
            picture {picture.most} of 255
            <br />
            motion {shortNumber(apart)} apart
          </span>
        ) : (
          <span className="text-mute">no picture yet</span>
        ))}
    </button>
  );
}
