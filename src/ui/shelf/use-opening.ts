import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { checkSize } from '@/core/formats/piece-size';
import { PieceError } from '@/core/piece/errors';
import type { Piece } from '@/core/piece/types';
import { saveCardPicture } from '@/state/storage/card-pictures';
import { holdUnsaved, isFull, savingProblem, keepKnown, newId, REACHING_PROBLEM } from '@/state/storage/saved';
import { notify } from '@/state/panels/notify';
import { readPieceFile } from '@/workers/reading';
import { Ended } from '@/workers/thread';
import { openBackup } from './backup';
import { useLeaving } from '@/actions/leaving';
import { starterPiece, type StarterFacts } from './starters';

/** A file that is being read. */
export interface FileReading {
  name: string;
  /** How far it is, 0 to 1. */
  share: number;
  stop: () => void;
}

/**
 * The ways into a piece: a new one, a starter, a file.
 * @param refresh looks again at what is saved
 */
export function useOpening(refresh: () => Promise<void>) {
  const router = useRouter();
  const [reading, setReading] = useState<FileReading | null>(null);

  /** @param still address of a picture of it that ships with the program */
  const begin = async (piece: Piece, still?: string) => {
    const id = newId();
    useLeaving.setState(true);
    try {
      const { changed } = await keepKnown(id, piece);
      if (still) await saveStill(id, changed, still);
    } catch (error) {
      // It can still be worked on and exported as a file.
      holdUnsaved(id, piece);
      notify('error', isFull(error) ? savingProblem(error) : REACHING_PROBLEM);
    }
    router.push(`/piece/${id}`);
  };

  const beginStarter = async ({ id, name }: StarterFacts) => {
    useLeaving.setState(true);
    try {
      await begin(await starterPiece(id), `/starters/${id}.png`);
    } catch {
      useLeaving.setState(false);
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
      if (chosen.name.endsWith('.zip')) await openBackup(chosen, watch).finally(refresh);
      else {
        checkSize(chosen.size);
        await begin(await readPieceFile(chosen, watch));
      }
    } catch (error) {
      if (error instanceof Ended) notify('info', `The reading of "${chosen.name}" was stopped.`);
      else notify('error', readingProblem(error));
    }
    setReading(null);
  };

  return { reading, begin, beginStarter, openFile };
}

/** Has a new piece begin with a picture on its card: it is shown until its own is there. */
async function saveStill(id: string, changed: number, address: string): Promise<void> {
  const png = await fetch(address)
    .then((answer) => (answer.ok ? answer.arrayBuffer() : null))
    .catch(() => null);
  if (png) await saveCardPicture(id, { changed, png: new Uint8Array(png) });
}

function readingProblem(error: unknown): string {
  if (error instanceof PieceError) return error.message;
  return isFull(error) ? savingProblem(error) : 'This file could not be read. Try again, or choose another.';
}
