import { hold, keep, keepingProblem, load, putAside, takeBack } from './kept';
import type { Piece } from '@/core/piece/types';
import { notify } from './notify';
import { useWorkbench } from './workbench';

/** Waits this long after a change before it is kept, in milliseconds. */
const PAUSE = 600;

/**
 * Opens a kept piece and keeps its changes from then on.
 * @returns what to call when the workbench closes, or null where there is no such piece.
 * @throws PieceError if what is kept is broken.
 */
export async function openKept(id: string): Promise<(() => void) | null> {
  const kept = await load(id);
  if (!kept) return null;
  const release = await hold(id);
  useWorkbench.getState().open(id, kept.piece);
  if (!release) {
    useWorkbench.getState().setKeeping({ state: 'elsewhere' });
    return () => undefined;
  }
  useWorkbench.getState().setKeeping({ state: 'kept', at: kept.changed });
  const stop = keepChanges(id);
  const aside = takeBack(id, kept.changed);
  if (aside) useWorkbench.getState().edit(() => aside);
  return () => {
    stop();
    release();
  };
}

function keepChanges(id: string): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let pending = false;
  let saving: Piece | null = null;
  const save = async () => {
    pending = false;
    const { piece, setKeeping } = useWorkbench.getState();
    saving = piece;
    try {
      const { changed } = await keep(id, piece);
      if (!pending) setKeeping({ state: 'kept', at: changed });
    } catch (error) {
      const why = keepingProblem(error);
      if (useWorkbench.getState().keeping.state !== 'failed') notify('error', why);
      setKeeping({ state: 'failed', why });
    }
    if (saving === piece) saving = null;
  };
  const unsubscribe = useWorkbench.subscribe((now, before) => {
    if (now.piece === before.piece || now.id !== id) return;
    pending = true;
    if (now.keeping.state === 'kept') now.setKeeping({ state: 'waiting' });
    clearTimeout(timer);
    timer = setTimeout(() => void save(), PAUSE);
  });
  const flush = () => {
    clearTimeout(timer);
    if (pending) void save();
  };
  const leave = () => {
    if (pending || saving) putAside(id, useWorkbench.getState().piece);
    flush();
  };
  window.addEventListener('pagehide', leave);
  document.addEventListener('visibilitychange', flush);
  return () => {
    flush();
    unsubscribe();
    window.removeEventListener('pagehide', leave);
    document.removeEventListener('visibilitychange', flush);
  };
}
