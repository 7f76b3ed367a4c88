import { FILM_FILES } from '@/core/export/films';
import { errorSentence } from '@/core/error-sentence';
import { notify } from '@/state/panels/notify';
import { usePanels } from '@/state/panels/panels';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { orderedFrames, runExport, type ExportOrder } from './export';
import { Cancelled, Pause, type ExportProgress } from './export-feed';
import { OtherFrames } from './export-folder';
import { isOver, useExports, type QueuedExport } from './exports';

/** What ends or holds up the one that is written now. */
let running: { id: number; abort: AbortController; pause: Pause } | null = null;
let latest = 0;

const change = (id: number, some: Partial<QueuedExport>) =>
  useExports.setState(({ exports }) => ({ exports: exports.map((e) => (e.id === id ? { ...e, ...some } : e)) }));

const nameOf = ({ kind }: ExportOrder): string =>
  kind === 'still' ? 'Still' : kind === 'frames' ? 'Frames' : FILM_FILES[kind].name;

/** Orders an export of the open piece; it begins when those before it are over. */
export function orderExport(order: ExportOrder): void {
  const { piece } = useWorkbench.getState();
  useTransport.getState().play(false);
  const frames = orderedFrames(order, piece).length;
  const added: QueuedExport = {
    ...{ id: ++latest, name: nameOf(order), piece, order, state: 'waiting', isPaused: false, why: null },
    progress: { done: 0, frames, left: null },
  };
  useExports.setState(({ exports }) => ({ exports: [...exports, added] }));
  void work();
}

/** Writes what waits, one after the other. */
async function work(): Promise<void> {
  if (running) return;
  window.addEventListener('beforeunload', warn);
  for (;;) {
    const next = useExports.getState().exports.find((e) => e.state === 'waiting');
    if (!next) break;
    await write(next);
  }
  window.removeEventListener('beforeunload', warn);
}

/** The browser asks before a page is closed on which something is being exported. */
const warn = (event: BeforeUnloadEvent) => event.preventDefault();

async function write({ id, piece, order, isPaused }: QueuedExport): Promise<void> {
  const [abort, pause] = [new AbortController(), new Pause()];
  pause.set(isPaused);
  running = { id, abort, pause };
  change(id, { state: 'running' });
  const progress = (now: ExportProgress) => change(id, { progress: now });
  try {
    await runExport(piece, order, { signal: abort.signal, pause, progress });
    change(id, { state: 'done' });
    notify('done', order.folder ? 'Done. The frames are in the folder.' : 'Done. The file is with your downloads.');
  } catch (error) {
    ended(id, order, error);
  } finally {
    running = null;
  }
}

const OTHERWISE = 'The picture could not be exported. Nothing of the piece is lost; export it again.';
const STOPPED_IN_FOLDER = 'Stopped. The frames that are written stay in the folder; export into it again to go on.';

function ended(id: number, order: ExportOrder, error: unknown): void {
  if (error instanceof Cancelled) {
    change(id, { state: 'stopped' });
    notify('info', order.folder ? STOPPED_IN_FOLDER : 'Stopped. No file was written.');
  } else if (error instanceof OtherFrames) change(id, { state: 'refused', why: error.message });
  else {
    const why = errorSentence(error, OTHERWISE);
    change(id, { state: 'failed', why });
    // Where the exports are shown, they say it themselves.
    if (!usePanels.getState().exporting) notify('error', why);
  }
}

/** Holds an export up between two frames, or has it go on. */
export function pauseExport(id: number, isPaused: boolean): void {
  change(id, { isPaused });
  if (running?.id === id) running.pause.set(isPaused);
}

/** Ends an export that is written, or takes one out that waits or is over. */
export function stopExport(id: number): void {
  if (running?.id === id) running.abort.abort();
  else useExports.setState(({ exports }) => ({ exports: exports.filter((e) => e.id !== id) }));
}

/** Has an export written once more, from its first frame, or from the first that is missing in its folder. */
export function exportAgain(id: number, some: Pick<ExportOrder, 'replace'> = {}): void {
  const { exports } = useExports.getState();
  const again = exports.find((e) => e.id === id);
  if (!again) return;
  const progress = { ...again.progress, done: 0, left: null };
  change(id, { state: 'waiting', order: { ...again.order, ...some }, progress, why: null, isPaused: false });
  void work();
}

/** Takes those out that are over. */
export const clearExports = (): void =>
  useExports.setState(({ exports }) => ({ exports: exports.filter((e) => !isOver(e)) }));
