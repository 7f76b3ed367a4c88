import type { Piece } from '@/core/piece/types';

/** What the shelf shows of a starter; the piece itself comes when it is asked for. */
export type StarterFacts = { id: string } & Pick<Piece, 'name' | 'note' | 'picture' | 'loop'>;

/** @throws where the starters cannot be fetched, or none has this id */
export async function starterPiece(id: string): Promise<Piece> {
  const { BEGINNINGS, STARTERS } = await import('@/demo');
  const starter = [...BEGINNINGS, ...STARTERS].find((s) => s.id === id);
  if (!starter) throw new Error(`There is no starter "${id}".`);
  return starter.piece;
}
