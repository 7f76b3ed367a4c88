import { produce, type Draft } from 'immer';
import { PieceError } from './errors';
import { freeName, nextId } from './ids';
import { LIMITS } from './limits';
import { strandById, KINDS, type Bundle, type Piece, type Strand } from './types';

/** Edits that arrange a piece: order and bundles. Pure, like all edits. */

/** Strands as the lattice shows them: by kind, in the order of the piece. */
export const shownOrder = (piece: Piece): Strand[] => KINDS.flatMap((k) => piece.strands.filter((s) => s.kind === k));

/** Moves a strand so that it stands before another of its kind, or at the end of its kind. */
export function moveStrand(piece: Piece, id: string, before: string | null): Piece {
  return produce(piece, (draft) => {
    const strand = draft.strands.find((s) => s.id === id);
    if (!strand || before === id) return;
    const rest = draft.strands.filter((s) => s.id !== id);
    const at = before === null ? -1 : rest.findIndex((s) => s.id === before && s.kind === strand.kind);
    const last = rest.findLastIndex((s) => s.kind === strand.kind);
    rest.splice(at >= 0 ? at : last + 1, 0, strand);
    draft.strands = rest;
    keepNeighbours(draft);
  });
}

/** Moves a strand among those of its kind by some places. */
export function shiftStrand(piece: Piece, id: string, by: number): Piece {
  const strand = strandById(piece, id);
  const same = piece.strands.filter((s) => s.kind === strand?.kind);
  const to = same.findIndex((s) => s.id === id) + by;
  if (!strand || to < 0 || to >= same.length) return piece;
  return moveStrand(piece, id, by < 0 ? same[to]!.id : (same[to + 1]?.id ?? null));
}

/** A bundle holds neighbours: a strand that no longer stands beside the others leaves it. */
export function keepNeighbours(draft: Draft<Piece>): void {
  const place = new Map(KINDS.flatMap((k) => draft.strands.filter((s) => s.kind === k)).map((s, i) => [s.id, i]));
  for (const bundle of draft.bundles) {
    const sorted = bundle.strands.filter((s) => place.has(s)).sort((a, b) => place.get(a)! - place.get(b)!);
    const runs = sorted.reduce<string[][]>((all, id) => {
      const run = all[all.length - 1];
      if (run && place.get(id) === place.get(run[run.length - 1]!)! + 1) run.push(id);
      else all.push([id]);
      return all;
    }, []);
    bundle.strands = runs.sort((a, b) => b.length - a.length)[0] ?? [];
  }
  draft.bundles = draft.bundles.filter((b) => b.strands.length > 0);
}

export const TINTS = ['#6f8f86', '#94865f', '#86708f', '#6f7f96', '#96706a'] as const;

/** Adds a bundle under a name that is free. @returns its id */
export function addBundle(draft: Draft<Piece>, name: string, strands: string[]): string {
  const taken = draft.bundles.map((b) => b.id);
  const names = draft.bundles.map((b) => b.name);
  const id = nextId('b', taken);
  const tint = TINTS[taken.length % TINTS.length]!;
  draft.bundles.push({ id, name: freeName(names, name), tint, note: '', strands });
  return id;
}

export const bundleOf = (piece: Piece, strand: string): Bundle | undefined =>
  piece.bundles.find((b) => b.strands.includes(strand));

/**
 * Bundles a strand with the one above it: joins that one's bundle, or begins a new one.
 * @throws PieceError for the first strand, which has none above it
 */
export function bundleWithAbove(piece: Piece, id: string): Piece {
  const order = shownOrder(piece);
  const above = order[order.findIndex((s) => s.id === id) - 1];
  if (!above) throw new PieceError('edit', 'There is no strand above this one to bundle it with.');
  return produce(piece, (draft) => {
    for (const b of draft.bundles) b.strands = b.strands.filter((s) => s !== id);
    const known = draft.bundles.find((b) => b.strands.includes(above.id));
    if (known) known.strands.push(id);
    else addBundle(draft, `bundle ${draft.bundles.length + 1}`, [above.id, id]);
    keepNeighbours(draft);
  });
}

export function changeBundle(piece: Piece, id: string, change: Partial<Pick<Bundle, 'name' | 'tint' | 'note'>>): Piece {
  return produce(piece, (draft) => {
    const bundle = draft.bundles.find((b) => b.id === id);
    if (!bundle) throw new PieceError('edit', 'The bundle is no longer there.');
    if (change.name !== undefined) bundle.name = change.name.trim().slice(0, LIMITS.nameLength) || bundle.name;
    if (change.tint !== undefined) bundle.tint = change.tint;
    if (change.note !== undefined) bundle.note = change.note.slice(0, LIMITS.noteLength);
  });
}

/** Opens a bundle up: the strands stay. */
export const unbundle = (piece: Piece, id: string): Piece => ({
  ...piece,
  bundles: piece.bundles.filter((b) => b.id !== id),
});
