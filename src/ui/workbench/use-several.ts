import { useMemo } from 'react';
import { severalBetween, type Several } from '@/core/piece/several';
import { useWorkbench } from '@/state/workbench';

/** What is selected where it is more than one step. */
export function useSeveral(): Several | null {
  const piece = useWorkbench((s) => s.piece);
  const selected = useWorkbench((s) => s.selected);
  const reach = useWorkbench((s) => s.reach);
  return useMemo(() => selected && reach && severalBetween(piece, selected, reach), [piece, selected, reach]);
}
