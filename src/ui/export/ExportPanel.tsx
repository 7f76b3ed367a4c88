import { useEffect, useRef, useState } from 'react';
import { Progress as Bar } from 'radix-ui';
import { useChecks, verdictOf } from '@/state/measured/checks';
import { notify } from '@/state/panels/notify';
import { usePanels } from '@/state/panels/panels';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { framesOf, sizeFor, spanWithin, type ExportSpan } from '@/core/export/settings';
import { outputOf } from '@/core/weave';
import { useExportSettings } from '@/state/export-settings';
import { canWrite } from '@/workers/video';
import { Button } from '../parts/Button';
import { Modal } from '../parts/Modal';
import { seconds } from '@/actions/number-words';
import { KINDS_WITH_GLSL, savePiece, saveGlsl } from '@/actions/steps';
import { ExportForm } from './ExportForm';
import { orderedFrames, runExport, type ExportKind, type ExportOrder } from '@/actions/export';
import { Cancelled, type ExportProgress } from '@/actions/export-feed';
import { canPickFolder, pickFolder } from '@/actions/export-folder';
import { ExportSettings } from './ExportSettings';

const KINDS: { id: ExportKind; name: string; description: string }[] = [
  { id: 'still', name: 'Still', description: 'The frame under the playhead.' },
  { id: 'frames', name: 'Frames', description: 'Numbered pictures in a ZIP, with a description as JSON.' },
  { id: 'webm', name: 'WebM', description: 'A film in VP9, exactly as many frames as are asked for.' },
  { id: 'mp4', name: 'MP4', description: 'A film in H.264 for players and servers at venues.' },
];

const STOPPED_IN_FOLDER = 'Stopped. The frames that are written stay in the folder; export into it again to go on.';

/** The browser asks before a page is closed on which something is being exported. */
function useClosingWarning(isRunning: boolean): void {
  useEffect(() => {
    if (!isRunning) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [isRunning]);
}

export function ExportPanel() {
  const open = usePanels((s) => s.exporting);
  const [span, setSpan] = useState<ExportSpan>({ first: 0, last: Infinity, every: 1 });
  const [running, setRunning] = useState<ExportProgress | null>(null);
  const abort = useRef<AbortController | null>(null);
  useClosingWarning(running !== null);
  const close = () => {
    if (!running) usePanels.setState({ exporting: false });
  };
  const run = async (order: ExportOrder) => {
    const { piece } = useWorkbench.getState();
    useTransport.getState().play(false);
    abort.current = new AbortController();
    setRunning({ done: 0, frames: orderedFrames(order, piece).length, left: null });
    try {
      await runExport(piece, order, abort.current.signal, setRunning);
      notify('done', order.folder ? 'Done. The frames are in the folder.' : 'Done. The file is with your downloads.');
    } catch (error) {
      if (error instanceof Cancelled)
        notify('info', order.folder ? STOPPED_IN_FOLDER : 'Stopped. No file was written.');
      else
        notify(
          'error',
          error instanceof Error
            ? error.message
            : 'The picture could not be exported. Nothing of the piece is lost; export it again.',
        );
    } finally {
      setRunning(null);
    }
  };
  return (
    <Modal open={open} onClose={close} title="Export" description="At full size, whatever the preview shows.">
      {running ? (
        <Running progress={running} stop={() => abort.current?.abort()} />
      ) : (
        <Choose asked={span} setSpan={setSpan} run={(order) => void run(order)} />
      )}
    </Modal>
  );
}

const NO_FOLDER = 'The folder could not be opened for writing. Choose another one, or export the frames as a ZIP.';

/** What a browser may not be able to encode. */
const FILMS = ['webm', 'mp4'] as const;

/** Which films this browser can encode at a size; those that it has not answered for yet are missing. */
function useEncodable(width: number, height: number): Partial<Record<ExportKind, boolean>> {
  const [can, setCan] = useState<Partial<Record<ExportKind, boolean>>>({});
  useEffect(() => {
    let ended = false;
    void Promise.all(FILMS.map(async (f) => [f, await canWrite(f, width, height).catch(() => false)] as const)).then(
      (all) => !ended && setCan(Object.fromEntries(all)),
    );
    return () => {
      ended = true;
    };
  }, [width, height]);
  return can;
}

interface ChooseProps {
  asked: ExportSpan;
  setSpan: (span: ExportSpan) => void;
  run: (order: ExportOrder) => void;
}

function Choose({ asked, setSpan, run }: ChooseProps) {
  const piece = useWorkbench((s) => s.piece);
  const selected = useWorkbench((s) => s.selected);
  const play = piece.loop.play;
  const verdict = verdictOf(useChecks(), play);
  const settings = useExportSettings();
  const span = spanWithin(asked, piece.loop.frames);
  const count = framesOf(span).length;
  const { width, height } = sizeFor(piece, settings);
  const can = useEncodable(width, height);
  const output = outputOf(piece);
  const written = KINDS_WITH_GLSL.flatMap((kind) => piece.strands.filter((s) => s.kind === kind));
  const [glsl, setGlsl] = useState(
    written.some((s) => s.id === selected?.strand) ? selected!.strand : (written[0]?.id ?? ''),
  );
  const forms = piece.strands.filter((s) => s.kind === 'form');
  const nothing = !output.finish && !output.stage;
  const closes = verdict.state === 'breaks' ? false : ['closes', 'still'].includes(verdict.state) ? true : null;
  const order = (kind: ExportKind, folder?: FileSystemDirectoryHandle) =>
    run({ kind, settings, span, frame: useTransport.getState().frame, closes, folder });
  const toFolder = async () => {
    const folder = await pickFolder().catch(() => notify('error', NO_FOLDER));
    if (folder) order('frames', folder);
  };
  return (
    <div>
      <p className="tabular mb-3 text-mute">
        {width} x {height}, {count === piece.loop.frames ? '' : `${count} of `}
        {piece.loop.frames} frames at {piece.loop.rate} a second, {seconds(piece.loop.frames, piece.loop.rate)}
      </p>
      <ExportSettings loop={piece.loop} span={span} setSpan={setSpan} />
      {verdict.state === 'breaks' && (
        <p role="alert" className="mb-3 rounded-md border border-bad/60 px-3 py-2 text-bad">
          The loop does not close yet. The checks say where, and what mends it.
        </p>
      )}
      {nothing && (
        <p role="alert" className="mb-3 rounded-md border border-warn/60 px-3 py-2 text-warn">
          There is no picture yet: add a stage or a finish first.
        </p>
      )}
      <ul className="grid gap-2">
        {KINDS.map((f) => (
          <li key={f.id} className="flex items-center justify-between gap-4 rounded-md border border-line px-3 py-2">
            <span>
              <b className="mr-2 inline-block w-14 font-semibold">{f.name}</b>
              <span className="text-mute">
                {can[f.id] === false ? `This browser cannot encode it at ${width} x ${height}.` : f.description}
              </span>
            </span>
            <span className="flex gap-2">
              {f.id === 'frames' && canPickFolder() && (
                <Button disabled={nothing} onClick={() => void toFolder()} aria-label="Put the frames into a folder">
                  Folder
                </Button>
              )}
              <Button
                disabled={nothing || (FILMS.some((film) => film === f.id) && !can[f.id])}
                onClick={() => order(f.id)}
                aria-label={`Export the ${f.name}`}
              >
                Export
              </Button>
            </span>
          </li>
        ))}
        <li className="flex items-center justify-between gap-4 rounded-md border border-line px-3 py-2">
          <span>
            <b className="mr-2 inline-block w-14 font-semibold">Piece</b>
            <span className="text-mute">The piece itself, to open again or pass on.</span>
          </span>
          <Button onClick={savePiece} aria-label="Export the piece">
            Export
          </Button>
        </li>
        {forms.length > 0 && <ExportForm forms={forms} />}
        {written.length > 0 && (
          <li className="flex items-center justify-between gap-4 rounded-md border border-line px-3 py-2">
            <label>
              <b className="mr-2 inline-block w-14 font-semibold">GLSL</b>
              <select
                aria-label="Strand to export as GLSL"
                value={glsl}
                onChange={(e) => setGlsl(e.target.value)}
                className="rounded border border-line bg-ground px-1.5 py-0.5"
              >
                {written.map((s) => (
                  <option key={s.id} value={s.id}>
                    {s.name}
                  </option>
                ))}
              </select>
              <span className="text-mute"> as a shader that compiles on its own.</span>
            </label>
            <Button onClick={() => saveGlsl(glsl)} aria-label="Export the GLSL">
              Export
            </Button>
          </li>
        )}
      </ul>
    </div>
  );
}

function left(seconds: number | null): string {
  if (seconds === null) return 'working out how long it takes';
  if (seconds < 90) return `about ${Math.max(1, Math.round(seconds))} s left`;
  return `about ${Math.round(seconds / 60)} min left`;
}

function Running({ progress, stop }: { progress: ExportProgress; stop: () => void }) {
  const { done, frames, settling } = progress;
  return (
    <div>
      <p className="tabular mb-2" role="status">
        {settling
          ? `Settling what the frame remembers: ${settling.done} of ${settling.total}`
          : `${done} of ${frames} frames, ${left(progress.left)}`}
      </p>
      <Bar.Root
        value={done}
        max={frames}
        aria-label="Frames drawn"
        className="h-2 overflow-hidden rounded-full bg-raised"
      >
        <Bar.Indicator className="h-full bg-lichen" style={{ width: `${(100 * done) / frames}%` }} />
      </Bar.Root>
      <div className="mt-4 flex justify-end">
        <Button onClick={stop}>Stop</Button>
      </div>
    </div>
  );
}
