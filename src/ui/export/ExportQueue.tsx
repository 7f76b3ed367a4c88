import { Pause, Play, RotateCcw, X } from 'lucide-react';
import { Progress as Bar } from 'radix-ui';
import type { ReactNode } from 'react';
import { clearExports, exportAgain, pauseExport, stopExport } from '@/actions/export-queue';
import { isOver, useExports, type ExportState, type QueuedExport } from '@/actions/exports';
import { Button } from '../parts/Button';

function left(seconds: number | null): string {
  if (seconds === null) return 'working out how long it takes';
  if (seconds < 90) return `about ${Math.max(1, Math.round(seconds))} s left`;
  return `about ${Math.round(seconds / 60)} min left`;
}

/** What was ordered, in the order in which it is written. */
export function ExportQueue() {
  const exports = useExports((s) => s.exports);
  if (exports.length === 0) return null;
  return (
    <section
      aria-label="Exports"
      className="sticky -bottom-5 -mx-5 mt-3 -mb-5 max-h-[40vh] overflow-y-auto border-t border-line bg-panel px-5 py-3"
    >
      <h3 className="flex items-center justify-between font-semibold">
        Exports
        {exports.some(isOver) && (
          <Button look="bare" onClick={clearExports}>
            Clear what is over
          </Button>
        )}
      </h3>
      <ul>
        {exports.map((item) => (
          <Line key={item.id} item={item} />
        ))}
      </ul>
    </section>
  );
}

/** How each state is said; what fails and what is refused says why. */
const WORDS: Partial<Record<ExportState, string>> = { waiting: 'waits', done: 'done', stopped: 'stopped' };

function Line({ item }: { item: QueuedExport }) {
  const { id, name, piece, state, progress, isPaused, why } = item;
  const whole = `${name} of ${piece.name}`;
  const icon = (words: string, picture: ReactNode, run: () => void) => (
    <Button look="icon" aria-label={`${words} ${whole}`} title={words} onClick={run}>
      {picture}
    </Button>
  );
  return (
    <li aria-label={whole} className="border-t border-line py-1.5 first:border-0">
      <div className="flex items-center justify-between gap-3">
        <p className="min-w-0 truncate">
          <b className="font-semibold">{name}</b> <span className="text-mute">of {piece.name}</span>
        </p>
        <span className="flex shrink-0 items-center gap-1">
          <span className={state === 'done' ? 'text-lichen' : 'text-mute'}>{WORDS[state]}</span>
          {!isOver(item) && isPaused && icon('Go on with', <Play size={14} />, () => pauseExport(id, false))}
          {!isOver(item) && !isPaused && icon('Pause', <Pause size={14} />, () => pauseExport(id, true))}
          {(state === 'stopped' || state === 'failed') &&
            icon('Repeat', <RotateCcw size={14} />, () => exportAgain(id))}
          {icon(state === 'running' ? 'Stop' : 'Remove', <X size={14} />, () => stopExport(id))}
        </span>
      </div>
      {state === 'running' && <Running {...{ progress, isPaused }} />}
      {why && (
        <p role="alert" className={state === 'failed' ? 'text-bad' : 'text-warn'}>
          {why}
        </p>
      )}
      {state === 'refused' && (
        <Button look="main" className="mt-1" onClick={() => exportAgain(id, { replace: true })}>
          Delete them and export
        </Button>
      )}
    </li>
  );
}

function Running({ progress, isPaused }: Pick<QueuedExport, 'progress' | 'isPaused'>) {
  const { done, frames, settling } = progress;
  return (
    <>
      <p className="tabular mb-1 text-mute" role="status">
        {settling
          ? `Settling what the frame remembers: ${settling.done} of ${settling.total}`
          : `${done} of ${frames} frames, ${isPaused ? 'paused' : left(progress.left)}`}
      </p>
      <Bar.Root
        value={done}
        max={frames}
        aria-label="Frames drawn"
        className="h-1.5 overflow-hidden rounded-full bg-raised"
      >
        <Bar.Indicator className="h-full bg-lichen" style={{ width: `${(100 * done) / frames}%` }} />
      </Bar.Root>
    </>
  );
}
