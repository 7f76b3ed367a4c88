import { analyse, weave, type Target, type Woven } from '@/core/weave';
import type { Piece } from '@/core/piece/types';

let written = 0;

/** Analyses and weaves a piece of which nothing is known yet. */
export function weaveFresh(piece: Piece, targets: Target[]): Woven {
  const [first, ...rest] = piece.strands;
  const unknown = { ...piece, strands: [{ ...first!, name: `written ${++written}` }, ...rest] };
  return weave(unknown, analyse(unknown), targets);
}
