import { VERSION, type Piece } from '@/core/piece/types';
import { histories, type StoredHistory } from './history-store';
import { useWorkbench } from '../workbench';

/** Edits that a reload can go back and forth. */
const MAX_STORED_STATES = 100;

/** Keeps the history of the open piece, as it was when the piece was saved. Where there is no room, none is saved. */
export async function keepHistory(id: string, changed: number): Promise<void> {
  if (useWorkbench.getState().id !== id) return;
  const { pastStates, futureStates } = useWorkbench.temporal.getState();
  const pieces = (states: typeof pastStates) =>
    states.slice(-MAX_STORED_STATES).flatMap(({ piece }) => (piece ? [piece] : []));
  const saved: StoredHistory = { changed, version: VERSION, past: pieces(pastStates), future: pieces(futureStates) };
  try {
    await histories.setItem(id, saved);
  } catch {
    await histories.removeItem(id).catch(() => undefined);
  }
}

/** Restores the history of the open piece, if it is that of the piece as it was saved at `changed`. */
export async function bringHistoryBack(id: string, changed: number): Promise<void> {
  const saved = await histories.getItem<StoredHistory>(id).catch(() => null);
  const now = useWorkbench.temporal.getState();
  if (saved?.changed !== changed || saved.version !== VERSION || useWorkbench.getState().id !== id) return;
  // Whoever was quicker than the store has a history already, which comes after this one.
  const states = (pieces: Piece[]) => pieces.map((piece) => ({ piece }));
  useWorkbench.temporal.setState({
    pastStates: [...states(saved.past), ...now.pastStates],
    futureStates: now.pastStates.length > 0 ? now.futureStates : states(saved.future),
  });
}
