import localforage from 'localforage';
import { VERSION, type Piece } from '@/core/piece/types';
import { useWorkbench } from './workbench';

/**
 * The history of a piece, kept beside it. What edits left as it was is one object in all states, and the browser
 * writes an object once however often it is met, so a state costs little more than what its edit changed.
 */
interface KeptHistory {
  /** When the piece was kept that this is the history of. */
  changed: number;
  version: number;
  past: Piece[];
  future: Piece[];
}

const store = localforage.createInstance({ name: 'calm-lattice', storeName: 'history', driver: localforage.INDEXEDDB });

/** Edits that a reload can go back and forth. */
const MOST = 100;

/** Keeps the history of the open piece, as it was when the piece was kept. Where there is no room, none is kept. */
export async function keepHistory(id: string, changed: number): Promise<void> {
  if (useWorkbench.getState().id !== id) return;
  const { pastStates, futureStates } = useWorkbench.temporal.getState();
  const pieces = (states: typeof pastStates) => states.slice(-MOST).flatMap(({ piece }) => (piece ? [piece] : []));
  const kept: KeptHistory = { changed, version: VERSION, past: pieces(pastStates), future: pieces(futureStates) };
  try {
    await store.setItem(id, kept);
  } catch {
    await store.removeItem(id).catch(() => undefined);
  }
}

/** Brings back the history of the open piece, if it is that of the piece as it was kept at `changed`. */
export async function bringHistoryBack(id: string, changed: number): Promise<void> {
  const kept = await store.getItem<KeptHistory>(id).catch(() => null);
  const now = useWorkbench.temporal.getState();
  if (kept?.changed !== changed || kept.version !== VERSION || useWorkbench.getState().id !== id) return;
  // Whoever was quicker than the store has a history already, which comes after this one.
  const states = (pieces: Piece[]) => pieces.map((piece) => ({ piece }));
  useWorkbench.temporal.setState({
    pastStates: [...states(kept.past), ...now.pastStates],
    futureStates: now.pastStates.length > 0 ? now.futureStates : states(kept.future),
  });
}

export const forgetHistory = (id: string): Promise<void> => store.removeItem(id);

/** Pieces that a history is kept of. */
export const keptHistories = (): Promise<string[]> => store.keys();
