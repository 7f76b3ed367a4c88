import type { Piece } from '@/core/piece/types';

const draftKey = (id: string) => `calm-lattice/draft/${id}`;

/**
 * Keeps a piece as a draft at once, for a page that is being closed: the store answers later than that. Where there is
 * no room, only what the store still manages to keep is saved.
 */
export function keepDraft(id: string, piece: Piece): void {
  try {
    localStorage.setItem(draftKey(id), JSON.stringify({ changed: Date.now(), piece }));
  } catch {
    localStorage.removeItem(draftKey(id));
  }
}

/**
 * Takes the draft that was saved after `since`, once. Null where there is none or it is broken.
 * Rejects where the rules for it cannot be fetched; it stays.
 */
export async function takeDraft(id: string, since: number): Promise<Piece | null> {
  const text = localStorage.getItem(draftKey(id));
  if (!text) return null;
  const { salvagePiece } = await import('@/core/formats/piece-file');
  localStorage.removeItem(draftKey(id));
  try {
    const { changed, piece } = JSON.parse(text) as { changed: number; piece: unknown };
    return changed > since ? salvagePiece(piece).piece : null;
  } catch {
    return null;
  }
}
