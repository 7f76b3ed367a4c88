import { create } from 'zustand';
import type { Kind } from '@/core/piece/types';

/** Where a new step would go: a new strand of a kind, a place in a row, or in place of a step. */
export type Picking = { for: 'strand'; kind: Kind | null } | { for: 'step'; strand: string; at: number } | { for: 'replace'; strand: string; step: string };

interface Panels {
  picking: Picking | null;
  checks: boolean;
  takeAway: boolean;
  commands: boolean;
  compact: boolean;
  folded: Kind[];
  /** What lies below the stage. */
  side: 'tuning' | 'desk';
  /** The look that is shown beside the present settings. */
  compare: string | null;
  /** Field step that the stage shows in place of the picture. */
  looking: { strand: string; step: string } | null;
}

/** Which panels are open, and how the lattice is laid out. Not part of the piece. */
export const usePanels = create<Panels>()(() => ({ picking: null, checks: false, takeAway: false, commands: false, compact: false, folded: [], side: 'tuning', compare: null, looking: null }));

export const pick = (picking: Picking | null) => usePanels.setState({ picking });

export function toggleFold(kind: Kind): void {
  usePanels.setState(({ folded }) => ({ folded: folded.includes(kind) ? folded.filter((k) => k !== kind) : [...folded, kind] }));
}
