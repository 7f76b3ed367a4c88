import { PieceError } from '../../piece/errors';
import { linksOf, dependenciesOf } from '../../piece/links';
import { strandById, type Piece, type Strand } from '../../piece/types';

/** Strands that a strand takes values from, each once. */
export const linkedStrands = (strand: Strand): string[] => linksOf(strand.steps);

/**
 * Strands ordered so that each stands after those it takes from.
 * @throws PieceError naming the strands of a cycle.
 */
export function orderStrands(piece: Piece): Strand[] {
  const byId = new Map(piece.strands.map((s) => [s.id, s]));
  const done = new Set<string>();
  const order: Strand[] = [];
  const visit = (strand: Strand, path: Strand[]) => {
    if (done.has(strand.id)) return;
    const loop = path.indexOf(strand);
    if (loop >= 0) {
      const names = [...path.slice(loop), strand].map((s) => `"${s.name}"`).join(' takes from ');
      throw new PieceError('cycle', `These strands feed each other in a circle: ${names}. Take one of the links out.`);
    }
    for (const id of linkedStrands(strand)) {
      const next = byId.get(id);
      if (next) visit(next, [...path, strand]);
    }
    done.add(strand.id);
    order.push(strand);
  };
  for (const strand of piece.strands) visit(strand, []);
  return order;
}

/** Ids of all that a strand takes from, and that those take from. */
export const allDependencies = (piece: Piece, strand: Strand): Set<string> => dependenciesOf(piece, strand.steps);

/** Would a link from `to` (which takes) to `from` (which gives) close a circle? */
export function wouldCycle(piece: Piece, from: string, to: string): boolean {
  const strand = strandById(piece, from);
  return from === to || (strand !== undefined && allDependencies(piece, strand).has(to));
}
