import { bundleOf } from '@/core/piece/arrange';
import type { Piece, Strand } from '@/core/piece/types';
import { shownBy, type Analysis } from '@/core/weave';
import { dependentsOf } from '@/actions/words';
import type { CellSize } from './cell-size';

/** What the row of a strand shows of the piece besides its steps' own values. */
export interface RowFacts {
  /** Names of the strands that take from it. */
  takers: readonly string[];
  isOutput: boolean;
  /** Of its bundle. */
  tint: string | undefined;
  /** What is wrong with each step, if anything. */
  problems: readonly (string | undefined)[];
  /** Types and definitions of its steps. */
  steps: readonly unknown[];
}

export interface RowProps {
  piece: Piece;
  strand: Strand;
  analysis: Analysis;
  facts: RowFacts;
  /** Selected step of this row. */
  selected: string | null;
  /** Steps that are selected with it; all of them where the whole strand is. */
  along: readonly string[];
  /** The step that Tab comes to, where it is one of this row. */
  entry: string | null;
  size: CellSize;
}

export function factsOf(piece: Piece, analysis: Analysis, strand: Strand): RowFacts {
  const own = analysis.problems.filter((p) => p.strand === strand.id);
  return {
    takers: dependentsOf(piece, analysis, strand.id),
    isOutput: strand.kind === 'finish' && shownBy(piece).finish?.id === strand.id,
    tint: bundleOf(piece, strand.id)?.tint,
    problems: strand.steps.map((t) => own.find((p) => p.step === t.id)?.sentence),
    steps: analysis.types.get(strand.id)!.map((row) => row.definition),
  };
}

/** Lists that hold the same, one after the other. */
const sameList = (a: readonly unknown[], b: readonly unknown[]) =>
  a.length === b.length && a.every((x, i) => x === b[i]);

const namesIn = (piece: Piece) => piece.strands.map((s) => s.name);

/**
 * Would a row look the same? While a number of one row is dragged, all others do. They name other strands, and show
 * what controls stand at; the rest of a piece is nothing to them.
 */
export function sameRow(a: RowProps, b: RowProps): boolean {
  if (a.strand !== b.strand || a.selected !== b.selected || a.entry !== b.entry || a.size !== b.size) return false;
  if (!sameList(a.along, b.along)) return false;
  if (a.facts.isOutput !== b.facts.isOutput || a.facts.tint !== b.facts.tint) return false;
  const lists = ['takers', 'problems', 'steps'] as const;
  return lists.every((list) => sameList(a.facts[list], b.facts[list])) && sameAround(a.piece, b.piece);
}

/** Is all the same that a cell shows of the rest of a piece? */
export function sameAround(a: Piece, b: Piece): boolean {
  if (a === b) return true;
  const parts = ['controls', 'loop', 'picture', 'assets'] as const;
  return parts.every((part) => a[part] === b[part]) && sameList(namesIn(a), namesIn(b));
}
