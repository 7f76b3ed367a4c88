import { temporal } from 'zundo';
import { create } from 'zustand';
import { PieceError } from '@/core/piece/errors';
import { stepConcerned } from '@/core/piece/concerned';
import { blankPiece } from '@/core/piece/edit';
import { severalBetween, type Several } from '@/core/piece/several';
import { strandById, type Piece, type StepAt } from '@/core/piece/types';
import { orderStrands, withTracks } from '@/core/weave';
import { checkEdit, loadRules } from './edit-rules';
import { notify } from './panels/notify';

export type Selection = StepAt;

export type Saving =
  { state: 'saved'; at: number } | { state: 'waiting' } | { state: 'failed'; why: string } | { state: 'elsewhere' };

interface WorkbenchState {
  id: string | null;
  piece: Piece;
  selected: Selection | null;
  /** The other end where more is selected than one step: all between them is meant. */
  reach: Selection | null;
  saving: Saving;
  edit: (change: (piece: Piece) => Piece, gesture?: string) => void;
  select: (selected: Selection | null) => void;
  /** Selects all from the selected step to this one. */
  selectTo: (reach: Selection) => void;
  open: (id: string, piece: Piece) => void;
  setSaving: (saving: Saving) => void;
}

/** Edits that can be undone; what they did not change they share with each other. */
const MAX_HISTORY_ENTRIES = 1000;

let lastGesture: string | undefined;

/** The piece before the first edit that came before the rules were loaded. */
let unchecked: Piece | null = null;

/** The open piece. Undo and redo are the history of `piece` alone. */
export const useWorkbench = create<WorkbenchState>()(
  temporal(
    (set, get) => ({
      id: null,
      piece: blankPiece(),
      selected: null,
      reach: null,
      saving: { state: 'waiting' },

      /**
       * Changes the piece. Edits with the same `gesture` (one drag of one slider) are one entry
       * of the history. A change that closes a circle, or that could not be opened again, is refused
       * with a message.
       */
      edit: (change, gesture) => {
        let piece: Piece;
        try {
          piece = change(get().piece);
          if (piece.strands !== get().piece.strands || piece.controls !== get().piece.controls)
            orderStrands(withTracks(piece));
          if (!checkEdit(piece, get().piece)) checkLater(get().piece);
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
        const { selected, reach } = get();
        set({ piece, selected: stillThere(piece, selected), reach: stillThere(piece, reach) });
        if (merges) history.resume();
      },

      select: (selected) => set({ selected, reach: null }),
      selectTo: (reach) => set(({ selected }) => (selected ? { reach } : { selected: reach, reach: null })),

      open: (id, piece) => {
        const history = useWorkbench.temporal.getState();
        history.pause();
        set({ id, piece, selected: null, reach: null, saving: { state: 'waiting' } });
        history.resume();
        history.clear();
        lastGesture = undefined;
        unchecked = null;
      },

      setSaving: (saving) => set({ saving }),
    }),
    { partialize: ({ piece }) => ({ piece }), equality: (a, b) => a.piece === b.piece, limit: MAX_HISTORY_ENTRIES },
  ),
);

/** Checks the edits since `before` once the rules are loaded, and takes them back where they break one. */
function checkLater(before: Piece): void {
  unchecked ??= before;
  // Where the rules cannot be fetched, the next edit asks for them again.
  loadRules().then(checkUnchecked, () => undefined);
}

function checkUnchecked(): void {
  const sound = unchecked;
  unchecked = null;
  if (!sound) return;
  try {
    checkEdit(useWorkbench.getState().piece, sound);
  } catch (error) {
    if (!(error instanceof PieceError)) throw error;
    const history = useWorkbench.temporal.getState();
    history.undo(history.pastStates.length - history.pastStates.findIndex((s) => s.piece === sound));
    useWorkbench.temporal.setState({ futureStates: [] });
    notify('error', error.message);
  }
}

/** What is selected where it is more than one step. */
export function severalSelected(): Several | null {
  const { piece, selected, reach } = useWorkbench.getState();
  return selected && reach && severalBetween(piece, selected, reach);
}

/** Ends a gesture, so that the next edit is an entry of its own. */
export function endGesture(): void {
  lastGesture = undefined;
}

/** Makes one entry of the history of all edits since a piece was the present one. */
export function asOneEdit(since: Piece): void {
  endGesture();
  const { pastStates } = useWorkbench.temporal.getState();
  const first = pastStates.findIndex((s) => s.piece === since);
  if (first >= 0) useWorkbench.temporal.setState({ pastStates: pastStates.slice(0, first + 1) });
}

export function undo(edits = 1): void {
  step('undo', edits);
}

export function redo(edits = 1): void {
  step('redo', edits);
}

function step(way: 'undo' | 'redo', edits: number): void {
  endGesture();
  const history = useWorkbench.temporal.getState();
  const states = way === 'undo' ? history.pastStates : history.futureStates;
  if (states.length === 0) {
    notify('info', `Nothing to ${way}.`);
    return;
  }
  const { piece: before } = useWorkbench.getState();
  history[way](Math.min(edits, states.length));
  const { piece, selected, select } = useWorkbench.getState();
  select(stepConcerned(before, piece) ?? stillThere(piece, selected));
}

function stillThere(piece: Piece, selected: Selection | null): Selection | null {
  const found = strandById(piece, selected?.strand ?? '')?.steps.some((s) => s.id === selected?.step);
  return found ? selected : null;
}
