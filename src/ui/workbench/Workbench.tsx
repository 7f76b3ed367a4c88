'use client';

import { useRouter } from 'next/navigation';
import { startTransition, useEffect, useRef, useState } from 'react';
import { nextTask } from '@/core/next-task';
import { PieceError } from '@/core/piece/errors';
import { analyse } from '@/core/weave';
import { prepareScreen } from '@/engine/screen';
import { startChecks } from '@/state/measured/checks';
import { openSaved } from '@/state/storage/keeper';
import { REACHING_PROBLEM, type SavedPiece } from '@/state/storage/saved';
import { notify } from '@/state/panels/notify';
import { releaseAssetsBut } from '@/state/assets/assets';
import { loadRules } from '@/state/edit-rules';
import { leavePiece } from '@/state/leave';
import { usePanels } from '@/state/panels/panels';
import { useParts } from '@/state/storage/parts';
import { useRehearsal } from '@/state/playback/rehearsal';
import { startPreviews } from '@/state/measured/previews';
import { useWorkbench } from '@/state/workbench';
import { ChecksPanel } from '../checks/ChecksPanel';
import { CommandList } from '../commands/CommandList';
import { Help } from '../commands/Help';
import { StepPicker } from '../lattice/StepPicker';
import { LoopBand } from '../loop-band/LoopBand';
import { Button } from '../parts/Button';
import { Later } from '../parts/Later';
import { Areas } from './Areas';
import { AreaGuard, Guard } from '../parts/Guard';
import { saveStored } from '@/actions/save-stored';
import { Rehearse } from '../rehearse/Rehearse';
import { StageView } from '../stage/StageView';
import { pictureSeam } from '@/actions/viewer-handle';
import { LazyDialogs } from './LazyDialogs';
import { Header } from './Header';
import { OpeningNote } from './OpeningNote';
import { useShortcuts } from '@/actions/shortcuts';
import { useDroppedFiles } from './use-dropped-files';

type OpeningState =
  { state: 'opening'; share: number } | { state: 'open' } | { state: 'missing' } | { state: 'broken'; why: string };

export function Workbench({ id }: { id: string }) {
  const [opening, setOpening] = useState<OpeningState>({ state: 'opening', share: 0 });
  const close = useRef<(() => void) | null>(null);

  useEffect(() => {
    let left = false;
    const ending = new AbortController();
    openSaved(id, {
      signal: ending.signal,
      onLeftOut: sayLeftOut,
      progress: (done, of) =>
        !left && setOpening((now) => (now.state === 'opening' ? { state: 'opening', share: done / of } : now)),
    })
      .then(async (end) => {
        if (left) return end?.();
        close.current = end;
        // Everything asks for the analysis: it is worked out once, in a task of its own.
        await nextTask();
        if (end && !left) {
          const { piece } = useWorkbench.getState();
          releaseAssetsBut(piece);
          analyse(piece);
        }
        // All of the workbench at once: put together a little at a time, so that the page answers meanwhile.
        if (!left) startTransition(() => setOpening({ state: end ? 'open' : 'missing' }));
        // The commands of a step name the part that it came with.
        if (!left && useWorkbench.getState().piece.uses) void useParts.getState().load();
      })
      .catch(
        (error: unknown) =>
          !left && setOpening({ state: 'broken', why: error instanceof PieceError ? error.message : REACHING_PROBLEM }),
      );
    // While the piece is read: it is one thing less to do when the workbench appears.
    prepareScreen();
    return () => {
      left = true;
      ending.abort();
      leavePiece();
      close.current?.();
      close.current = null;
    };
  }, [id]);

  if (opening.state === 'opening') return <OpeningNote share={opening.share} />;
  if (opening.state !== 'open') return <NotThere why={opening.state === 'broken' ? opening.why : NOT_KEPT} />;
  return (
    <Guard over={id}>
      <Open />
    </Guard>
  );
}

/** Names what of a stored piece is not right, and offers all of it as a file before it is saved over. */
function sayLeftOut(sentences: string[], stored: SavedPiece): void {
  const [first, ...more] = sentences;
  const others = more.length === 0 ? '' : ` ${more.length} more values are not right either.`;
  notify('error', `${first}${others} The rest of the piece is open, without that.`, {
    label: 'Save as it was stored',
    run: () => saveStored(stored),
  });
}

const NOT_KEPT =
  'No piece of this address is saved in this browser. It was deleted, it could not be saved ' +
  'because there was no room, or it is saved in another browser.';

function NotThere({ why }: { why: string }) {
  const router = useRouter();
  return (
    <main className="grid h-screen place-items-center">
      <div className="max-w-md text-center">
        <h1 className="mb-2 text-[17px] font-semibold">This piece cannot be opened</h1>
        <p className="mb-4 text-mute">{why}</p>
        <Button look="main" onClick={() => router.push('/')}>
          To the shelf
        </Button>
      </div>
    </main>
  );
}

const PAGE = 'grid h-screen min-w-[600px] grid-rows-[46px_1fr_122px] overflow-hidden max-lg:grid-rows-[42px_1fr_100px]';

/** Milliseconds in which the workbench has the network and the page's thread for itself. */
const RULES_AFTER_MS = 2000;

function Open() {
  const rehearses = useRehearsal((s) => s.isOn);
  useShortcuts();
  useDroppedFiles();
  useEffect(() => startPreviews(), []);
  useEffect(() => {
    // The first edit asks for them before that, or again.
    const timer = setTimeout(() => void loadRules().catch(() => undefined), RULES_AFTER_MS);
    return () => clearTimeout(timer);
  }, []);
  // While a step is looked at, the viewer shows another piece.
  useEffect(() => startChecks(() => (usePanels.getState().looking ? Promise.resolve('making') : pictureSeam())), []);
  return (
    <main className={PAGE}>
      <Header />
      {rehearses ? <Rehearse stage={<StageView />} /> : <Areas />}
      <AreaGuard name="loop band">
        <Later>
          <LoopBand />
        </Later>
      </AreaGuard>
      <StepPicker />
      <LazyDialogs />
      <ChecksPanel />
      <CommandList />
      <Help />
    </main>
  );
}
