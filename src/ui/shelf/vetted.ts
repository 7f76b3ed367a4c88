import { useEffect, useState } from 'react';
import { errorSentence } from '@/core/error-sentence';
import type { Piece } from '@/core/piece/types';
import { Recent } from '@/core/recent';
import type { SavedPiece } from '@/state/storage/saved';
import { Vetting } from '@/workers/reading';
import { TooLong } from '@/workers/thread';

/**
 * Milliseconds after which the thread that reads stored pieces is taken for stuck. What makes a piece too much to draw
 * is counted, not timed: a busy machine is no fault of a piece.
 */
const STUCK_AFTER_MS = 60_000;
/**
 * Operations at each place of a picture beyond which a card does not draw it: a few times those of the dearest
 * starter.
 */
const MAX_DRAWN_COST = 300_000;

/** What a card knows of a stored piece. It can be opened in every case: the workbench says more. */
export type VettedCard =
  | { state: 'looking' }
  | { state: 'sound'; piece: Piece; /** Its picture is light enough to be drawn here. */ drawn: boolean }
  | { state: 'slow' }
  | { state: 'refused'; why: string };

const vetting = new Vetting(STUCK_AFTER_MS);
/** Answers by entry and version; that a machine was slow is none. */
const answers = new Recent<VettedCard>(200);

async function vet(item: SavedPiece): Promise<VettedCard> {
  try {
    const answer = await vetting.vet(item.piece);
    if ('refused' in answer) return { state: 'refused', why: answer.refused };
    return { state: 'sound', piece: answer.piece, drawn: answer.cost <= MAX_DRAWN_COST };
  } catch (error) {
    if (error instanceof TooLong) return { state: 'slow' };
    return { state: 'refused', why: errorSentence(error) };
  }
}

/**
 * A stored piece, which may be anybody's, once it is known to be sound; nothing of it runs on this thread before.
 * @param wanted false while nobody asks for the piece itself
 */
export function useVetted(item: SavedPiece, wanted: boolean): VettedCard {
  const key = `${item.id} ${item.changed}`;
  const [answer, setAnswer] = useState<{ key: string; vetted: VettedCard } | null>(null);
  const before = answers.get(key);
  useEffect(() => {
    if (!wanted || answers.get(key)) return undefined;
    let left = false;
    void vet(item).then((vetted) => {
      if (vetted.state !== 'slow') answers.put(key, vetted);
      if (!left) setAnswer({ key, vetted });
    });
    return () => {
      left = true;
    };
  }, [item, key, wanted]);
  return before ?? (answer?.key === key ? answer.vetted : { state: 'looking' });
}
