import type { Piece } from '@/core/piece/types';
import { readStoredPiece } from '@/workers/reading';
import { keepDraft, takeDraft } from './draft';
import {
  hold,
  holdLater,
  keep,
  savingProblem,
  load,
  REACHING_PROBLEM,
  takeKnown,
  unsavedPiece,
  type SavedPiece,
} from './saved';
import { bringHistoryBack, keepHistory } from './history';
import { notify } from '../panels/notify';
import { loadVersions, VersionClock } from './versions';
import { useWorkbench, type Saving } from '../workbench';

/** Waits this long after a change before it is saved, and no longer than that while changes go on; milliseconds. */
const SAVE_DELAY_MS = 600;
const MAX_SAVE_DELAY_MS = 2000;

export interface OpeningOptions {
  /** Told how much of the piece is read. */
  progress?: (done: number, of: number) => void;
  signal?: AbortSignal;
  /** Told where values of what is stored are not right: they were left out of the piece that is open. */
  onLeftOut?: (sentences: string[], stored: SavedPiece) => void;
}

/**
 * Opens a saved piece and keeps its changes from then on. It is held before it is loaded: another tab may still be
 * writing the newest version.
 * @returns what to call when the workbench closes, or null where there is no such piece.
 * @throws PieceError if what is saved is broken; Ended if the signal says so
 */
export async function openSaved(
  id: string,
  { progress, signal, onLeftOut }: OpeningOptions = {},
): Promise<(() => void) | null> {
  const { open, setSaving, edit } = useWorkbench.getState();
  const lost = unsavedPiece(id);
  if (lost) {
    open(id, lost);
    setSaving({ state: 'failed', why: REACHING_PROBLEM });
    return keepChanges(id).stop;
  }
  const release = await hold(id);
  let saved: SavedPiece | null;
  let draft: Piece | null;
  try {
    saved = await loadRead(id, { progress, signal, onLeftOut });
    draft = saved && release && (await takeDraft(id, saved.changed));
  } catch (error) {
    release?.();
    throw error;
  }
  if (!saved) {
    release?.();
    return null;
  }
  open(id, saved.piece);
  void loadVersions(id);
  if (!release) {
    setSaving({ state: 'elsewhere' });
    return takeOverLater(id, saved);
  }
  setSaving({ state: 'saved', at: saved.changed });
  const stop = keepUntilClosed(id, release);
  void bringHistoryBack(id, saved.changed);
  // What was left as a draft may have been saved all the same, while the page was closing: that is no edit.
  if (draft && JSON.stringify(draft) !== JSON.stringify(saved.piece)) edit(() => draft);
  return stop;
}

async function loadRead(id: string, opening: OpeningOptions = {}): Promise<SavedPiece | null> {
  const saved = await load(id);
  if (!saved) return null;
  const known = takeKnown(saved);
  if (known) return { ...saved, piece: known };
  const { piece, left } = await readStoredPiece(saved.piece, opening);
  if (left.length > 0) opening.onLeftOut?.(left, saved);
  return { ...saved, piece };
}

function keepUntilClosed(id: string, release: () => void): () => void {
  const { stop, settled } = keepChanges(id);
  return () => {
    stop();
    // The next tab loads what this one is still writing.
    void settled().then(release);
  };
}

/**
 * Keeps the piece here once the tab that holds it releases it. What that tab saved last is shown; what was changed here
 * comes after it in the history, so that neither is lost.
 * @returns what to call when the workbench closes
 */
function takeOverLater(id: string, shown: SavedPiece): () => void {
  const leaving = new AbortController();
  let stop = () => leaving.abort();
  const takeOver = async (release: () => void) => {
    const theirs = await loadRead(id).catch(() => null);
    if (leaving.signal.aborted) return release();
    const { piece: mine, open, edit, setSaving } = useWorkbench.getState();
    const newer = theirs && theirs.changed !== shown.changed ? theirs : null;
    if (newer) open(id, newer.piece);
    setSaving({ state: 'saved', at: (theirs ?? shown).changed });
    stop = keepUntilClosed(id, release);
    if (mine === shown.piece) return;
    if (!newer) open(id, shown.piece);
    edit(() => mine);
    notify('done', 'The other tab was closed, so changes are saved here now. Undo goes back to what it saved.');
  };
  void holdLater(id, leaving.signal).then((release) => release && takeOver(release));
  return () => stop();
}

/** Keeps every change of the open piece: a moment after the last one, and at least every two seconds. */
function keepChanges(id: string): { stop: () => void; settled: () => Promise<void> } {
  let timer: ReturnType<typeof setTimeout> | undefined;
  /** When the first change came that is not saved; null where all is. */
  let waitsSince: number | null = null;
  let saving: Promise<void> = Promise.resolve();
  let busy = 0;
  const versions = new VersionClock(id, useWorkbench.getState().piece);
  const save = async (piece: Piece) => {
    // The workbench may hold another piece by now.
    const say = (saving: Saving) =>
      useWorkbench.getState().id === id ? useWorkbench.getState().setSaving(saving) : undefined;
    busy++;
    try {
      const { changed } = await keep(id, piece);
      await keepHistory(id, changed);
      // Said once its history is saved as well: who loads the page then finds both.
      if (waitsSince === null) say({ state: 'saved', at: changed });
      await versions.changed(piece);
    } catch (error) {
      const why = unsavedPiece(id) ? REACHING_PROBLEM : savingProblem(error);
      if (useWorkbench.getState().saving.state !== 'failed') notify('error', why);
      say({ state: 'failed', why });
    }
    busy--;
  };
  // One after the other, so that an older version never lands on a newer one.
  const saveInTurn = () => {
    clearTimeout(timer);
    waitsSince = null;
    const { piece } = useWorkbench.getState();
    saving = saving.then(() => save(piece));
  };
  const unsubscribe = useWorkbench.subscribe((now, before) => {
    if (now.piece === before.piece || now.id !== id) return;
    waitsSince ??= Date.now();
    if (now.saving.state === 'saved') now.setSaving({ state: 'waiting' });
    clearTimeout(timer);
    timer = setTimeout(saveInTurn, waitFor(Date.now() - waitsSince));
  });
  const flush = () => {
    clearTimeout(timer);
    if (waitsSince !== null) saveInTurn();
  };
  const leave = () => {
    if (waitsSince !== null || busy > 0) keepDraft(id, useWorkbench.getState().piece);
    flush();
  };
  window.addEventListener('pagehide', leave);
  document.addEventListener('visibilitychange', flush);
  return {
    settled: () => saving,
    stop: () => {
      flush();
      unsubscribe();
      window.removeEventListener('pagehide', leave);
      document.removeEventListener('visibilitychange', flush);
    },
  };
}

/** Milliseconds until the next saving, where the first change that is not saved came so long ago. */
export const waitFor = (since: number) => Math.max(0, Math.min(SAVE_DELAY_MS, MAX_SAVE_DELAY_MS - since));
