import { useEffect, useRef, useState } from 'react';
import { Progress as Bar } from 'radix-ui';
import type { ExportSpan } from '@/core/export/settings';
import { notify } from '@/state/panels/notify';
import { usePanels } from '@/state/panels/panels';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { orderedFrames, runExport, type ExportOrder } from '@/actions/export';
import { Cancelled, type ExportProgress } from '@/actions/export-feed';
import { OtherFrames } from '@/actions/export-folder';
import { Button } from '../parts/Button';
import { Modal } from '../parts/Modal';
import { ExportChoices } from './ExportChoices';

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
  const [refused, setRefused] = useState<Refused | null>(null);
  const abort = useRef<AbortController | null>(null);
  useClosingWarning(running !== null);
  const close = () => {
    if (running) return;
    setRefused(null);
    usePanels.setState({ exporting: false });
  };
  const run = async (order: ExportOrder) => {
    const { piece } = useWorkbench.getState();
    useTransport.getState().play(false);
    abort.current = new AbortController();
    setRefused(null);
    setRunning({ done: 0, frames: orderedFrames(order, piece).length, left: null });
    try {
      await runExport(piece, order, abort.current.signal, setRunning);
      notify('done', order.folder ? 'Done. The frames are in the folder.' : 'Done. The file is with your downloads.');
    } catch (error) {
      if (error instanceof Cancelled)
        notify('info', order.folder ? STOPPED_IN_FOLDER : 'Stopped. No file was written.');
      else if (error instanceof OtherFrames) setRefused({ order, why: error.message });
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
      ) : refused ? (
        <OtherFramesThere
          why={refused.why}
          back={() => setRefused(null)}
          replace={() => void run({ ...refused.order, replace: true })}
        />
      ) : (
        <ExportChoices asked={span} setSpan={setSpan} run={(order) => void run(order)} />
      )}
    </Modal>
  );
}

/** An export that would delete frames of another one. */
interface Refused {
  order: ExportOrder;
  why: string;
}

function OtherFramesThere({ why, back, replace }: { why: string; back: () => void; replace: () => void }) {
  return (
    <div>
      <p role="alert">{why}</p>
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={back}>Back</Button>
        <Button look="main" onClick={replace}>
          Delete them and export
        </Button>
      </div>
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
