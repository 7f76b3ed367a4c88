import { bundleOf, shownOrder } from '@/core/piece/arrange';
import type { Kind, Piece } from '@/core/piece/types';
import type { Selection } from '@/state/workbench';

/** The cell that an arrow key leads to, or null. */
export function neighbour(
  piece: Piece,
  folded: Kind[],
  from: Selection | null,
  key: string,
  foldedBundles: string[] = [],
): Selection | null {
  const rows = shownOrder(piece).filter(
    (s) => !folded.includes(s.kind) && !foldedBundles.includes(bundleOf(piece, s.id)?.id ?? ''),
  );
  const first = rows[0];
  if (!key.startsWith('Arrow') || !first) return null;
  const row = rows.findIndex((s) => s.id === from?.strand);
  if (row < 0) return { strand: first.id, step: first.steps[0]!.id };
  const column = rows[row]!.steps.findIndex((s) => s.id === from!.step);
  const across = key === 'ArrowLeft' ? -1 : key === 'ArrowRight' ? 1 : 0;
  const down = key === 'ArrowUp' ? -1 : key === 'ArrowDown' ? 1 : 0;
  const strand = rows[row + down];
  const step = strand?.steps[down ? Math.min(column, strand.steps.length - 1) : column + across];
  return strand && step ? { strand: strand.id, step: step.id } : null;
}
