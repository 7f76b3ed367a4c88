import { moveStrand } from '@/core/piece/arrange';
import { moveStep } from '@/core/piece/edit';
import { strandById, type Piece } from '@/core/piece/types';

/** Names under which rows and cells are dragged. */
export const sortId = (strand: string, step?: string) => (step ? `step ${strand} ${step}` : `strand ${strand}`);

/** The piece after something was dropped on something else; the same piece where that means nothing. */
export function dropped(piece: Piece, dragged: string, onto: string): Piece {
  const [what, strand, step] = dragged.split(' ') as [string, string, string | undefined];
  const [where, toStrand, toStep] = onto.split(' ') as [string, string, string | undefined];
  if (what !== where || dragged === onto) return piece;
  if (what === 'step') {
    if (strand !== toStrand) return piece;
    const steps = strandById(piece, strand)?.steps ?? [];
    const to = steps.findIndex((s) => s.id === toStep);
    return to < 1 ? piece : moveStep(piece, strand, step!, to);
  }
  const kind = strandById(piece, strand)?.kind;
  const same = piece.strands.filter((s) => s.kind === kind).map((s) => s.id);
  const [from, to] = [same.indexOf(strand), same.indexOf(toStrand)];
  if (from < 0 || to < 0) return piece;
  return moveStrand(piece, strand, from < to ? (same[to + 1] ?? null) : same[to]!);
}
