import type { Piece } from '@/core/piece/types';

/** What the shelf shows of a starter; the piece itself comes when it is asked for. */
export type StarterFacts = { id: string } & Pick<Piece, 'name' | 'note' | 'picture' | 'loop'>;

/** @throws where the starters cannot be fetched, or none has this id */
export async function starterPiece(id: string): Promise<Piece> {
  const answer = await fetch(`/api/starters/${id}`);
  if (!answer.ok) throw new Error(`There is no starter "${id}".`);
  return (await answer.json()) as Piece;
}
