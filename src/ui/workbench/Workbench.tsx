'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { Group, Panel, Separator } from 'react-resizable-panels';
import { PieceError } from '@/core/piece/errors';
import { startChecks } from '@/state/checks';
import { openKept } from '@/state/keeper';
import { usePanels } from '@/state/panels';
import { startPreviews } from '@/state/previews';
import { ChecksPanel } from '../checks/ChecksPanel';
import { CommandList } from '../commands/CommandList';
import { TakeAwayPanel } from '../export/TakeAwayPanel';
import { Lattice } from '../lattice/Lattice';
import { StepPicker } from '../lattice/StepPicker';
import { LoopBand } from '../loop-band/LoopBand';
import { Button } from '../parts/Button';
import { StageView } from '../stage/StageView';
import { viewerNow } from '../stage/viewer-handle';
import { Header } from './Header';
import { Side } from './Side';
import { useShortcuts } from './shortcuts';

type Opening = { state: 'opening' } | { state: 'open' } | { state: 'missing' } | { state: 'broken'; why: string };

export function Workbench({ id }: { id: string }) {
  const [opening, setOpening] = useState<Opening>({ state: 'opening' });
  const close = useRef<(() => void) | null>(null);

  useEffect(() => {
    let left = false;
    openKept(id)
      .then((end) => {
        if (left) end?.();
        else close.current = end;
        if (!left) setOpening({ state: end ? 'open' : 'missing' });
      })
      .catch((error: unknown) => setOpening({ state: 'broken', why: error instanceof PieceError ? error.message : 'This browser does not let pages keep data.' }));
    return () => {
      left = true;
      close.current?.();
      close.current = null;
    };
  }, [id]);

  if (opening.state === 'opening') return <p className="grid h-screen place-items-center text-mute">Opening the piece.</p>;
  if (opening.state !== 'open') return <NotThere why={opening.state === 'broken' ? opening.why : 'No piece of this address is kept in this browser. It may have been deleted, or kept in another browser.'} />;
  return <Open />;
}

function NotThere({ why }: { why: string }) {
  const router = useRouter();
  return (
    <main className="grid h-screen place-items-center">
      <div className="max-w-md text-center">
        <h1 className="mb-2 text-[17px] font-semibold">This piece cannot be opened</h1>
        <p className="mb-4 text-mute">{why}</p>
        <Button look="main" onClick={() => router.push('/')}>To the shelf</Button>
      </div>
    </main>
  );
}

const HANDLE = 'bg-line transition-colors hover:bg-lichen focus-visible:bg-lichen outline-none';

function Open() {
  useShortcuts();
  useEffect(() => startPreviews(), []);
  // While a step is looked at, the viewer shows another piece.
  useEffect(() => startChecks(async () => (usePanels.getState().looking ? 'making' : (await viewerNow()?.seam()) ?? 'making')), []);
  return (
    <main className="grid h-screen min-w-[1024px] grid-rows-[46px_1fr_122px] overflow-hidden">
      <Header />
      <Group orientation="horizontal" className="min-h-0">
        <Panel defaultSize="55%" minSize="34%">
          <Lattice />
        </Panel>
        <Separator className={`${HANDLE} w-px`} aria-label="Width of the lattice" />
        <Panel minSize="28%">
          <Group orientation="vertical">
            <Panel defaultSize="51%" minSize="20%">
              <StageView />
            </Panel>
            <Separator className={`${HANDLE} h-px`} aria-label="Height of the stage" />
            <Panel minSize="24%">
              <Side />
            </Panel>
          </Group>
        </Panel>
      </Group>
      <LoopBand />
      <StepPicker />
      <ChecksPanel />
      <TakeAwayPanel />
      <CommandList />
    </main>
  );
}
