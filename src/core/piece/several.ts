import { produce } from 'immer';
import { addBundle, keepNeighbours, shownOrder } from './arrange';
import { moveStep, removeStep, removeStrand } from './edit';
import { PieceError } from './errors';
import { strandById, type Piece, type StepAt } from './types';

/** Steps side by side in one row, or whole strands as they stand one below the other. */
export type Several = { strand: string; steps: string[] } | { strands: string[] };

/** All from one step to another: of one row the steps between, else the strands. Null where either is not there. */
export function severalBetween(piece: Piece, from: StepAt, to: StepAt): Several | null {
  const between = (ids: string[], a: string, b: string) => {
    const [i, k] = [ids.indexOf(a), ids.indexOf(b)];
    return i < 0 || k < 0 ? null : ids.slice(Math.min(i, k), Math.max(i, k) + 1);
  };
  if (from.strand === to.strand) {
    const ids = strandById(piece, from.strand)?.steps.map((t) => t.id) ?? [];
    const steps = between(ids, from.step, to.step);
    return steps && { strand: from.strand, steps };
  }
  const strands = between(
    shownOrder(piece).map((s) => s.id),
    from.strand,
    to.strand,
  );
  return strands && { strands };
}

/**
 * Removes steps of a row, or strands.
 * @throws PieceError where a row would be left without the step that it begins with
 */
export function removeSeveral(piece: Piece, several: Several): Piece {
  if ('strands' in several) return several.strands.reduce(removeStrand, piece);
  const row = strandById(piece, several.strand);
  if (row && several.steps.includes(row.steps[0]!.id) && several.steps.length < row.steps.length)
    throw new PieceError(
      'edit',
      `"${row.name}" begins with the first of these steps. Replace that one, or delete the whole strand.`,
    );
  // The last one first: the strand goes with its first step.
  return several.steps.reduceRight((p, step) => removeStep(p, several.strand, step), piece);
}

/** Switches steps off, or on where all of them are off. The step that a row begins with stays on. */
export function switchSeveral(piece: Piece, several: Several): Piece {
  return produce(piece, (draft) => {
    const rows = draft.strands.filter((s) =>
      'strands' in several ? several.strands.includes(s.id) : s.id === several.strand,
    );
    const steps = rows.flatMap((s) =>
      s.steps.slice(1).filter((t) => 'strands' in several || several.steps.includes(t.id)),
    );
    const off = steps.some((t) => !t.off);
    for (const step of steps) {
      if (off) step.off = true;
      else delete step.off;
    }
  });
}

/** Moves steps of a row by one place together; what is in the way goes to their other side. */
export function shiftSeveral(
  piece: Piece,
  { strand, steps }: Extract<Several, { steps: string[] }>,
  by: number,
): Piece {
  const row = strandById(piece, strand);
  const at = row?.steps.findIndex((t) => t.id === steps[0]) ?? -1;
  const inTheWay = row?.steps[by < 0 ? at - 1 : at + steps.length];
  if (!row || !inTheWay || at < 1 || (by < 0 && at < 2)) return piece;
  return moveStep(piece, strand, inTheWay.id, by < 0 ? at - 1 + steps.length : at);
}

/**
 * Bundles strands that stand side by side.
 * @throws PieceError where no two of them do
 */
export function bundleSeveral(piece: Piece, strands: readonly string[]): Piece {
  return produce(piece, (draft) => {
    for (const b of draft.bundles) b.strands = b.strands.filter((s) => !strands.includes(s));
    const id = addBundle(draft, 'bundle', [...strands]);
    keepNeighbours(draft);
    if (!draft.bundles.some((b) => b.id === id && b.strands.length > 1))
      throw new PieceError('edit', 'Only strands that stand side by side can be bundled.');
  });
}
