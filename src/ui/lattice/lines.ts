import {
  isLink,
  KINDS,
  stepById,
  strandById,
  type Bundle,
  type Kind,
  type Piece,
  type Strand,
} from '@/core/piece/types';
import type { Selection } from '@/state/workbench';

/** A line of the sheet: the head of a kind, the head of a bundle, or a row. */
export interface Line {
  kind: Kind;
  row?: Strand;
  bundle?: Bundle;
}

export const keyOfLine = ({ kind, row, bundle }: Line) => row?.id ?? (bundle ? `bundle ${bundle.id}` : `kind ${kind}`);

/** All lines of the sheet, in its order. */
export function linesOf(piece: Piece, folded: readonly Kind[], foldedBundles: readonly string[]): Line[] {
  const bundles = new Map(piece.bundles.flatMap((b) => b.strands.map((id) => [id, b] as const)));
  return KINDS.flatMap((kind): Line[] => {
    if (folded.includes(kind)) return [{ kind }];
    let before: Bundle | undefined;
    const rows = piece.strands
      .filter((s) => s.kind === kind)
      .flatMap((row): Line[] => {
        const bundle = bundles.get(row.id);
        const begins = bundle && bundle !== before ? [{ kind, bundle }] : [];
        before = bundle;
        return bundle && foldedBundles.includes(bundle.id) ? begins : [...begins, { kind, row }];
      });
    return [{ kind }, ...rows];
  });
}

/** Strands that the selected step takes from: threads are drawn to them. */
export function takenBy(piece: Piece, selected: Selection | null): string[] {
  const step = stepById(strandById(piece, selected?.strand ?? ''), selected?.step ?? '');
  return step ? Object.values(step.params).flatMap((v) => (isLink(v) ? [v.link] : [])) : [];
}
