'use client';

import { FolderOpen } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { blankPiece } from '@/core/piece/edit';
import { Button } from '../parts/Button';
import { Mark } from '../parts/Mark';
import { BeginCard, BlankCard, StarterCard } from './cards';
import { SaveOffline } from './SaveOffline';
import { SavedSection } from './SavedSection';
import { useLeaving } from '@/actions/leaving';
import type { StarterFacts } from './starters';
import { useSaved } from './use-saved';
import { useOpening } from './use-opening';

export function Shelf({ beginnings, starters }: { beginnings: StarterFacts[]; starters: StarterFacts[] }) {
  const { refresh, ...saved } = useSaved();
  const { reading, begin, beginStarter, openFile } = useOpening(refresh);
  const isEmpty = !saved.saved?.length;
  useEffect(() => useLeaving.setState(false), []);
  return (
    <main
      className="mx-auto min-h-screen max-w-[1180px] px-8 py-7"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        void openFile(e.dataTransfer.files[0]);
      }}
    >
      <Header onFile={openFile} />
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
      {!isEmpty && <SavedSection {...saved} />}
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
      {isEmpty && <SavedSection {...saved} />}
    </main>
  );
}

function Header({ onFile }: { onFile: (chosen: File | undefined) => Promise<void> }) {
  const file = useRef<HTMLInputElement>(null);
  return (
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
          void onFile(e.target.files?.[0]);
          e.target.value = '';
        }}
      />
      <SaveOffline />
      <Button onClick={() => file.current?.click()} className="flex items-center gap-2">
        <FolderOpen size={15} /> Open a file
      </Button>
    </header>
  );
}
