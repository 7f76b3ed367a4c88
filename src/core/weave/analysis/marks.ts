import type { Piece, Step, Strand } from '../../piece/types';
import type { Target } from './types';

/** What `marked` writes lies below this, and below the second where it is not a number at all; see the library. */
const MARK = -1e29;
const NAN_MARK = -1.5e30;

/** Is this what a marked step gives where it has no number, or one beyond a billion? */
export const isMark = (value: number): boolean => !(value > MARK);

/** Is this what a marked step gives where it has no number at all? Beyond a billion it has one, which is bounded. */
export const isNaNMark = (value: number): boolean => !(value > NAN_MARK);

/**
 * A piece in which what a step gives is marked where it is not a number, or beyond a billion; all other steps take that
 * as 0, or as a billion, as ever.
 */
export function withMarks(piece: Piece, { strand, step }: Target): Piece {
  const marked = (s: Step): Step => (s.id === step ? { ...s, marks: true } : s);
  const own = (s: Strand): Strand => (s.id === strand ? { ...s, steps: s.steps.map(marked) } : s);
  return { ...piece, strands: piece.strands.map(own) };
}
