import { useMemo } from 'react';
import { severalBetween, type Several } from '@/core/piece/several';
import { useWorkbench } from '@/state/workbench';

/** What is selected where it is more than one step. */
export function useSeveral(): Several | null {
  const selected = useWorkbench((s) => s.selected);
  const reach = useWorkbench((s) => s.reach);
  // Where one step is selected, what is edited makes no difference.
  const piece = useWorkbench((s) => (s.reach ? s.piece : null));
  return useMemo(() => piece && selected && reach && severalBetween(piece, selected, reach), [piece, selected, reach]);
}
