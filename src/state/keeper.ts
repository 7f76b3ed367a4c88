import { hold, keep, keepingProblem, load } from './kept';
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
  return () => {
    stop();
    release();
  };
}

function keepChanges(id: string): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let pending = false;
  const save = async () => {
    pending = false;
    const { piece, setKeeping } = useWorkbench.getState();
    try {
      const { changed } = await keep(id, piece);
      setKeeping({ state: 'kept', at: changed });
    } catch (error) {
      const why = keepingProblem(error);
      if (useWorkbench.getState().keeping.state !== 'failed') notify('error', why);
      setKeeping({ state: 'failed', why });
    }
  };
  const unsubscribe = useWorkbench.subscribe((now, before) => {
    if (now.piece === before.piece || now.id !== id) return;
    pending = true;
    clearTimeout(timer);
    timer = setTimeout(() => void save(), PAUSE);
  });
  const flush = () => {
    clearTimeout(timer);
    if (pending) void save();
  };
  window.addEventListener('pagehide', flush);
  document.addEventListener('visibilitychange', flush);
  return () => {
    flush();
    unsubscribe();
    window.removeEventListener('pagehide', flush);
    document.removeEventListener('visibilitychange', flush);
  };
}
