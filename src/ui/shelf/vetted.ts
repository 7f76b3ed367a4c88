import { useEffect, useState } from 'react';
import type { Piece } from '@/core/piece/types';
import { Recent } from '@/core/recent';
import type { Kept } from '@/state/kept';
import { Vetting } from '@/workers/reading';

/** Milliseconds that taking one kept piece through all that its card needs may take. */
const MOST = 4000;
/**
 * Operations at each place of a picture beyond which a card does not draw it: a few times those of the dearest
 * starter.
 */
const MOST_COST = 300_000;

/** What can be done with a kept piece on the shelf. */
export type Usable =
  | { state: 'looking' }
  | { state: 'sound'; piece: Piece; /** Its picture is light enough to be drawn here. */ drawn: boolean }
  | { state: 'damaged'; why: string };

const vetting = new Vetting(MOST);
/** Answers by entry and version: a card that is shown again asks no more. */
const known = new Recent<Usable>(200);

async function vetted(item: Kept): Promise<Usable> {
  try {
    const answer = await vetting.vet(item.piece);
    if ('refused' in answer) return { state: 'damaged', why: answer.refused };
    return { state: 'sound', piece: answer.piece, drawn: answer.cost <= MOST_COST };
  } catch (error) {
    return { state: 'damaged', why: (error as Error).message };
  }
}

/** A kept piece, which may be anybody's, once it is known to be sound; nothing of it runs on this thread before. */
export function useVetted(item: Kept): Usable {
  const key = `${item.id} ${item.changed}`;
  const [answer, setAnswer] = useState<{ key: string; usable: Usable } | null>(null);
  const before = known.get(key);
  useEffect(() => {
    if (known.get(key)) return undefined;
    let left = false;
    void vetted(item).then((usable) => {
      known.put(key, usable);
      if (!left) setAnswer({ key, usable });
    });
    return () => {
      left = true;
    };
  }, [item, key]);
  return before ?? (answer?.key === key ? answer.usable : { state: 'looking' });
}
