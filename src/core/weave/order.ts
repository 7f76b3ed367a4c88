import { PieceError } from '../piece/errors';
import { isLink, type Piece, type Strand } from '../piece/types';

/** Strands that a strand takes values from, each once. */
export function linkedStrands(strand: Strand): string[] {
  const links = strand.steps.flatMap((s) =>
    Object.values(s.params)
      .filter(isLink)
      .map((l) => l.link),
  );
  return [...new Set(links)];
}

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

/** Would a link from `to` (which takes) to `from` (which gives) close a circle? */
export function wouldCycle(piece: Piece, from: string, to: string): boolean {
  const byId = new Map(piece.strands.map((s) => [s.id, s]));
  const seen = new Set<string>();
  const reaches = (id: string): boolean => {
    if (id === to) return true;
    if (seen.has(id)) return false;
    seen.add(id);
    const strand = byId.get(id);
    return strand !== undefined && linkedStrands(strand).some(reaches);
  };
  return reaches(from);
}
