import { temporal } from 'zundo';
import { create } from 'zustand';
import { PieceError } from '@/core/piece/errors';
import { stepConcerned } from '@/core/piece/concerned';
import { blankPiece } from '@/core/piece/edit';
import type { Piece } from '@/core/piece/types';
import { orderStrands } from '@/core/weave';
import { notify } from './notify';

export interface Selection {
  strand: string;
  step: string;
}

export type Keeping =
  { state: 'kept'; at: number } | { state: 'waiting' } | { state: 'failed'; why: string } | { state: 'elsewhere' };

interface WorkbenchState {
  id: string | null;
  piece: Piece;
  selected: Selection | null;
  keeping: Keeping;
  edit: (change: (piece: Piece) => Piece, gesture?: string) => void;
  select: (selected: Selection | null) => void;
  open: (id: string, piece: Piece) => void;
  setKeeping: (keeping: Keeping) => void;
}

let lastGesture: string | undefined;

/** The open piece. Undo and redo are the history of `piece` alone. */
export const useWorkbench = create<WorkbenchState>()(
  temporal(
    (set, get) => ({
      id: null,
      piece: blankPiece(),
      selected: null,
      keeping: { state: 'waiting' },

      /**
       * Changes the piece. Edits with the same `gesture` (one drag of one slider) are one entry
       * of the history. A change that closes a circle is refused with a message.
       */
      edit: (change, gesture) => {
        let piece: Piece;
        try {
          piece = change(get().piece);
          if (piece.strands !== get().piece.strands) orderStrands(piece);
        } catch (error) {
          if (!(error instanceof PieceError)) throw error;
          notify('error', error.message);
          return;
        }
        if (piece === get().piece) return;
        const history = useWorkbench.temporal.getState();
        const merges = gesture !== undefined && gesture === lastGesture;
        lastGesture = gesture;
        if (merges) history.pause();
        set({ piece, selected: stillThere(piece, get().selected) });
        if (merges) history.resume();
      },

      select: (selected) => set({ selected }),

      open: (id, piece) => {
        const history = useWorkbench.temporal.getState();
        history.pause();
        set({ id, piece, selected: null, keeping: { state: 'waiting' } });
        history.resume();
        history.clear();
        lastGesture = undefined;
      },

      setKeeping: (keeping) => set({ keeping }),
    }),
    { partialize: ({ piece }) => ({ piece }), equality: (a, b) => a.piece === b.piece, limit: 300 },
  ),
);

/** Ends a gesture, so that the next edit is an entry of its own. */
export function endGesture(): void {
  lastGesture = undefined;
}

export function undo(): void {
  step('undo');
}

export function redo(): void {
  step('redo');
}

function step(way: 'undo' | 'redo'): void {
  endGesture();
  const history = useWorkbench.temporal.getState();
  if ((way === 'undo' ? history.pastStates : history.futureStates).length === 0) {
    notify('info', `Nothing to ${way}.`);
    return;
  }
  const { piece: before } = useWorkbench.getState();
  history[way]();
  const { piece, selected, select } = useWorkbench.getState();
  select(stepConcerned(before, piece) ?? stillThere(piece, selected));
}

function stillThere(piece: Piece, selected: Selection | null): Selection | null {
  const found = piece.strands.find((s) => s.id === selected?.strand)?.steps.some((s) => s.id === selected?.step);
  return found ? selected : null;
}
