'use client';

import { Archive, FolderOpen } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import { BACKUP_ENDING, checkSize } from '@/core/formats/piece-size';
import { blankPiece } from '@/core/piece/edit';
import { PieceError } from '@/core/piece/errors';
import type { Piece } from '@/core/piece/types';
import type { BackupWatch } from '@/state/backup';
import {
  holdUnkept,
  isFull,
  keep,
  keepingProblem,
  keepKnown,
  list,
  newId,
  REACHING_PROBLEM,
  remove,
  restore,
  type Kept,
} from '@/state/kept';
import { notify } from '@/state/notify';
import { Ended } from '@/workers/thread';
import { forgetLeftovers } from '@/state/leftovers';
import { readPieceFile } from '@/workers/reading';
import { download } from '../download';
import { Button } from '../parts/Button';
import { Mark } from '../parts/Mark';
import { BeginCard, BlankCard, KeptCard, StarterCard } from './cards';
import { starterPiece, type StarterFacts } from './starters';

/** How much of what a backup holds and cannot be taken in is said by name. */
const MOST_NAMED = 3;

export function Shelf({ beginnings, starters }: { beginnings: StarterFacts[]; starters: StarterFacts[] }) {
  const router = useRouter();
  const [kept, setKept] = useState<Kept[] | null>(null);
  const [reading, setReading] = useState<{ name: string; share: number; stop: () => void } | null>(null);
  const file = useRef<HTMLInputElement>(null);

  const refresh = useCallback(async () => {
    try {
      setKept(await list());
    } catch {
      setKept([]);
      notify('error', REACHING_PROBLEM);
    }
  }, []);

  useEffect(() => {
    void refresh();
    // What was deleted here can be brought back until the shelf is looked at again.
    list().then(
      (all) => forgetLeftovers(all.map((k) => k.id)),
      () => undefined,
    );
  }, [refresh]);

  const begin = async (piece: Piece) => {
    const id = newId();
    try {
      await keepKnown(id, piece);
    } catch (error) {
      // It can still be worked on and taken away as a file.
      holdUnkept(id, piece);
      notify('error', isFull(error) ? keepingProblem(error) : REACHING_PROBLEM);
    }
    router.push(`/piece/${id}`);
  };

  const beginStarter = async ({ id, name }: StarterFacts) => {
    try {
      await begin(await starterPiece(id));
    } catch {
      notify('error', `"${name}" could not be fetched. See that the application still runs, and try again.`);
    }
  };

  const openFile = async (chosen: File | undefined) => {
    if (!chosen) return;
    const ending = new AbortController();
    const stop = () => ending.abort();
    const watch = {
      signal: ending.signal,
      progress: (done: number, of: number) => setReading({ name: chosen.name, share: done / of, stop }),
    };
    try {
      watch.progress(0, 1);
      if (chosen.name.endsWith('.zip')) await openBackup(chosen, watch);
      else {
        checkSize(chosen.size);
        await begin(await readPieceFile(chosen, watch));
      }
    } catch (error) {
      if (error instanceof Ended) notify('info', `The reading of "${chosen.name}" was stopped.`);
      else
        notify(
          'error',
          error instanceof PieceError
            ? error.message
            : isFull(error)
              ? keepingProblem(error)
              : 'This file could not be read. Try again, or choose another.',
        );
    }
    setReading(null);
  };

  const openBackup = async (file: File, watch: BackupWatch) => {
    const { restoreBackup, restoredWords } = await import('@/state/backup');
    const restored = await restoreBackup(file, watch).finally(refresh);
    notify('info', restoredWords(restored));
    for (const { name, why } of restored.leftOut.slice(0, MOST_NAMED))
      notify('error', `"${name}" was not taken in. ${why}`);
    const unnamed = restored.leftOut.length - MOST_NAMED;
    if (unnamed > 0) notify('error', `${unnamed} more could not be taken in.`);
  };

  const saveBackup = async () => {
    const now = new Date();
    try {
      const { backUp } = await import('@/state/backup');
      download(`calm-lattice-${now.toISOString().slice(0, 10)}${BACKUP_ENDING}`, await backUp(+now), 'application/zip');
    } catch (error) {
      notify('error', error instanceof PieceError ? error.message : REACHING_PROBLEM);
    }
  };

  const change = async (work: Promise<unknown>) => {
    try {
      await work;
    } catch (error) {
      notify('error', keepingProblem(error));
    }
    await refresh();
  };

  const drop = async (item: Kept) => {
    await change(remove(item.id));
    notify('info', `"${item.name}" was deleted.`, { label: 'Undo', run: () => void change(restore(item)) });
  };

  const keptSection = (
    <section aria-labelledby="kept" className="mb-9">
      <div className="mb-3 flex items-center gap-4">
        <h2 id="kept" className="text-[15px] font-semibold">
          Kept in this browser
        </h2>
        {kept && kept.length > 0 && (
          <Button
            className="flex items-center gap-2"
            title="All pieces with their versions, and all kept parts, in one file. Open it here to bring them back."
            onClick={() => void saveBackup()}
          >
            <Archive size={14} /> Back up all
          </Button>
        )}
      </div>
      {kept === null && <p className="text-mute">Looking.</p>}
      {kept?.length === 0 && (
        <p className="rounded-md border border-dashed border-soft p-6 text-mute">
          Nothing yet. Begin with a starter or a blank piece; it is kept here from then on. Files can be dropped
          anywhere on this page.
        </p>
      )}
      <div className="grid grid-cols-4 gap-5">
        {kept?.map((item) => (
          <KeptCard
            key={item.id}
            item={item}
            onOpen={() => router.push(`/piece/${item.id}`)}
            onRename={(name) => void change(keep(item.id, { ...item.piece, name }))}
            onDuplicate={() => void change(keep(newId(), { ...item.piece, name: `${item.name} copy`.slice(0, 80) }))}
            onDelete={() => void drop(item)}
          />
        ))}
      </div>
    </section>
  );
  return (
    <main
      className="mx-auto min-h-screen max-w-[1180px] px-8 py-7"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        void openFile(e.dataTransfer.files[0]);
      }}
    >
      <header className="mb-8 flex items-center gap-3">
        <Mark size={26} />
        <h1 className="text-[19px] font-semibold">Calm Lattice</h1>
        <span className="text-mute">loops that provably close</span>
        <span className="grow" />
        <input
          ref={file}
          type="file"
          accept=".json,.zip,application/json,application/zip"
          className="hidden"
          aria-label="Piece file"
          onChange={(e) => {
            void openFile(e.target.files?.[0]);
            e.target.value = '';
          }}
        />
        <Button onClick={() => file.current?.click()} className="flex items-center gap-2">
          <FolderOpen size={15} /> Open a file
        </Button>
      </header>
      {reading && (
        <p
          role="status"
          className="tabular mb-6 flex items-center gap-4 rounded-md border border-line bg-panel px-4 py-2.5"
        >
          Reading "{reading.name}": {Math.floor(100 * reading.share)} %<Button onClick={reading.stop}>Stop</Button>
        </p>
      )}
      <section aria-labelledby="begin" className="mb-9">
        <h2 id="begin" className="mb-3 text-[15px] font-semibold">
          Begin with <span className="ml-2 font-normal text-mute">one way of working each; they move and close</span>
        </h2>
        <div className="grid grid-cols-6 gap-4">
          {beginnings.map((s) => (
            <BeginCard key={s.id} starter={s} onBegin={() => void beginStarter(s)} />
          ))}
          <BlankCard onBegin={() => void begin(blankPiece())} />
        </div>
      </section>
      {kept && kept.length > 0 && keptSection}
      <section aria-labelledby="starters">
        <h2 id="starters" className="mb-3 text-[15px] font-semibold">
          Starters{' '}
          <span className="ml-2 font-normal text-mute">finished loops for the Saltmarsh Choir, to take apart</span>
        </h2>
        <div className="grid grid-cols-3 gap-5">
          {starters.map((s) => (
            <StarterCard key={s.id} starter={s} onBegin={() => void beginStarter(s)} />
          ))}
        </div>
      </section>
      {!kept?.length && keptSection}
    </main>
  );
}
