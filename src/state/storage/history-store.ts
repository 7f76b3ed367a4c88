import localforage from 'localforage';
import type { Piece } from '@/core/piece/types';

/**
 * The history of a piece, saved beside it. What edits left as it was is one object in all states, and the browser
 * writes an object once however often it is met, so a state costs little more than what its edit changed.
 */
export interface StoredHistory {
  /** When the piece was saved that this is the history of. */
  changed: number;
  version: number;
  past: Piece[];
  future: Piece[];
}

/** Histories by the id of their piece. */
export const histories = localforage.createInstance({
  name: 'calm-lattice',
  storeName: 'history',
  driver: localforage.INDEXEDDB,
});
