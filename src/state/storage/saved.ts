import localforage from 'localforage';
import type { Piece } from '@/core/piece/types';

/** A piece saved in this browser. */
export interface SavedPiece {
  id: string;
  name: string;
  /** Milliseconds since 1970. */
  changed: number;
  piece: Piece;
}

/**
 * IndexedDB and nothing else: what the library falls back to by itself holds little, is not where a later visit
 * looks, and would make "saved" untrue.
 */
const store = localforage.createInstance({ name: 'calm-lattice', storeName: 'pieces', driver: localforage.INDEXEDDB });

/** Pieces that this browser would not keep; they can be worked on until the page is left. */
const unsaved = new Map<string, Piece>();

export const holdUnsaved = (id: string, piece: Piece) => unsaved.set(id, piece);
export const unsavedPiece = (id: string) => unsaved.get(id) ?? null;

/** Has the browser no room left? */
export const isFull = (error: unknown): boolean =>
  (error as { name?: string } | null)?.name === 'QuotaExceededError' || /quota/i.test(String(error));

/** Why saving did not work, in words; the last good version stays where it is. */
export function savingProblem(error: unknown): string {
  if (isFull(error)) {
    return (
      'This browser has no room left, so the latest changes are not saved. The last saved version ' +
      'is safe. Export the piece as a file, or delete pieces on the shelf.'
    );
  }
  return (
    'This browser refused to save the piece. The last saved version is safe. Export the piece as ' +
    'a file so that nothing is lost.'
  );
}

/** Why what is saved cannot be reached, in words. */
export const REACHING_PROBLEM =
  'This browser does not let pages save data (private windows and blocked site data do that), ' +
  'so nothing can be saved here. Pieces can be worked on and exported as files.';

export const newId = () => crypto.randomUUID().slice(0, 8);

/** Replaces the saved version in one transaction: if it fails, the one before stays. */
export const keep = (id: string, piece: Piece): Promise<SavedPiece> => keepAt(id, piece, Date.now());

/** Keeps a piece as changed at a time. */
export async function keepAt(id: string, piece: Piece, changed: number): Promise<SavedPiece> {
  const saved: SavedPiece = { id, name: piece.name, changed, piece };
  await store.setItem(id, saved);
  return saved;
}

/** What this page has read and saved last; see `takeKnown`. */
let known: SavedPiece | null = null;

/** Keeps a piece that was read here, so that it is good. */
export async function keepKnown(id: string, piece: Piece): Promise<SavedPiece> {
  known = await keep(id, piece);
  return known;
}

/** The piece of what was loaded where this page read and saved just that, once: it need not be read again. */
export function takeKnown({ id, changed }: SavedPiece): Piece | null {
  const same = known?.id === id && known.changed === changed ? known.piece : null;
  known = null;
  return same;
}

export async function restore(saved: SavedPiece): Promise<void> {
  await store.setItem(saved.id, saved);
}

/** What is stored, as it is: see `readStoredPiece`. */
export const load = (id: string): Promise<SavedPiece | null> => store.getItem<SavedPiece>(id);

/** All that is saved, latest first; broken entries are listed too, so that they can be saved or deleted. */
export async function list(): Promise<SavedPiece[]> {
  const all: SavedPiece[] = [];
  await store.iterate<SavedPiece, void>((saved) => {
    all.push(saved);
  });
  return all.sort((a, b) => b.changed - a.changed);
}

export const remove = (id: string) => store.removeItem(id);

/** Tries for a held piece, and the pause between them in milliseconds: a page that closes releases it soon. */
const LOCK_TRIES = 4;
const RETRY_DELAY_MS = 120;

/**
 * Holds a piece for this tab until `release`. Null where another tab holds it, so that two
 * tabs never write over each other.
 */
export async function hold(id: string): Promise<(() => void) | null> {
  if (!('locks' in navigator)) return () => undefined;
  for (let i = 0; i < LOCK_TRIES; i++) {
    const release = await tryHold(id);
    if (release) return release;
    await new Promise((resolve) => setTimeout(resolve, RETRY_DELAY_MS));
  }
  return null;
}

const tryHold = (id: string) => askToHold(id, { ifAvailable: true });

/** Holds a piece as soon as every tab before has released it. Null where `signal` ended the waiting. */
export const holdLater = (id: string, signal: AbortSignal) => askToHold(id, { signal }).catch(() => null);

function askToHold(id: string, how: LockOptions): Promise<(() => void) | null> {
  return new Promise((resolve, reject) => {
    const held = navigator.locks.request(`calm-lattice/${id}`, how, (lock) => {
      if (!lock) {
        resolve(null);
        return undefined;
      }
      return new Promise<void>((done) => resolve(() => done()));
    });
    held.catch(reject);
  });
}
