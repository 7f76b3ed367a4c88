import { bundleWithAbove, shiftStrand } from '@/core/piece/arrange';
import { clipSteps, clipStrands, type Clip } from '@/core/parts/clip';
import { insertClip } from '@/core/parts/insert';
import { moveStep, removeStep, setParam, toggleStep } from '@/core/piece/edit';
import { bundleSeveral, removeSeveral, shiftSeveral, switchSeveral } from '@/core/piece/several';
import { stepById, strandById, type Piece, type StepAt } from '@/core/piece/types';
import { enabledParam } from '@/core/steps';
import { storeClip, storedClip } from '@/state/clip';
import { notify } from '@/state/panels/notify';
import { usePanels } from '@/state/panels/panels';
import { severalSelected, useWorkbench } from '@/state/workbench';
import { deleteStrand } from './steps';

/** What the artist does to what is selected: one step, several side by side, or strands. */

const state = () => useWorkbench.getState();

/** What would be copied or kept: several steps or strands where more is selected, else the step. */
export function selectedClip(at: StepAt, links: boolean): Clip {
  const several = severalSelected();
  const { piece } = state();
  if (!several) return clipSteps(piece, at.strand, [at.step], links);
  return 'strands' in several
    ? clipStrands(piece, several.strands, links)
    : clipSteps(piece, several.strand, several.steps, links);
}

/** Removes what is selected, and selects the neighbour. A source goes only when its row is otherwise empty. */
export function removeSelected(at: StepAt): void {
  const several = severalSelected();
  const strand = strandById(state().piece, at.strand);
  const ids = several && !('strands' in several) ? several.steps : [at.step];
  const index = strand?.steps.findIndex((s) => s.id === ids[0]) ?? -1;
  if (!strand || index < 0) return;
  if (!several && index === 0 && strand.steps.length > 1) {
    notify(
      'info',
      `"${strand.name}" begins with this step. Replace it with another source, or delete the whole strand.`,
      { label: 'Delete strand', run: () => deleteStrand(strand.id) },
    );
    return;
  }
  const before = state().piece;
  state().edit((p) => (several ? removeSeveral(p, several) : removeStep(p, at.strand, at.step)));
  if (state().piece === before) return;
  if (several && 'strands' in several)
    notify('info', `${several.strands.length} strands were deleted. Undo brings them back.`);
  const left = strandById(state().piece, at.strand)?.steps[Math.max(0, index - 1)];
  state().select(left ? { strand: at.strand, step: left.id } : null);
}

/** Whether a step works becomes a number of it, which takes keys and links; or it always works again. */
export function toggleEnabled({ strand, step }: StepAt): void {
  const now = stepById(strandById(state().piece, strand), step);
  if (now)
    state().edit((p) =>
      setParam(p, strand, step, enabledParam.id, now.params[enabledParam.id] === undefined ? 1 : undefined),
    );
}

export function switchStep(at: StepAt): void {
  const several = severalSelected();
  state().edit((p) => (several ? switchSeveral(p, several) : toggleStep(p, at.strand, at.step)));
}

/** Moves what is selected of a row left or right. */
export function shiftStep(at: StepAt, by: number): void {
  const several = severalSelected();
  if (several && !('strands' in several)) return state().edit((p) => shiftSeveral(p, several, by));
  const steps = strandById(state().piece, at.strand)?.steps ?? [];
  const index = steps.findIndex((s) => s.id === at.step);
  const to = index + by;
  if (index < 1 || to < 1 || to >= steps.length) return;
  state().edit((p) => moveStep(p, at.strand, at.step, to));
}

/** Moves a strand up or down among those of its kind, and those selected with it. */
export function shiftRow(strand: string, by: number): void {
  const several = severalSelected();
  const rows = several && 'strands' in several ? several.strands : [strand];
  const inTurn = by < 0 ? rows : rows.toReversed();
  state().edit((p) => {
    // Where the first of them cannot go on, none does.
    if (shiftStrand(p, inTurn[0]!, by) === p) return p;
    return inTurn.reduce((q: Piece, id) => shiftStrand(q, id, by), p);
  });
}

/** Makes a bundle, and has it ask for its name. */
function bundle(change: (piece: Piece) => Piece): void {
  const before = new Set(state().piece.bundles.map((b) => b.id));
  state().edit(change);
  const made = state().piece.bundles.find((b) => !before.has(b.id));
  if (made) usePanels.setState({ newBundle: made.id });
}

export const bundleUp = (strand: string) => bundle((p) => bundleWithAbove(p, strand));

/** Bundles the strands that are selected. */
export function bundleSelected(): void {
  const several = severalSelected();
  if (!several || !('strands' in several))
    return notify('info', 'Select more than one strand first: Shift with the arrows, or a click into another row.');
  bundle((p) => bundleSeveral(p, several.strands));
}

/** Copies what is selected. */
export function takeStep(at: StepAt): void {
  const several = severalSelected();
  if (several && 'strands' in several) return taken(selectedClip(at, true), several.strands.length);
  storeClip(selectedClip(at, false));
  const count = several ? several.steps.length : 1;
  notify('info', `${count === 1 ? 'The step is' : `${count} steps are`} copied. Paste into any row of any piece.`);
}

export const takeStrand = (strand: string): void => taken(clipStrands(state().piece, [strand], true), 1);

function taken(clip: Clip, wanted: number): void {
  storeClip(clip);
  const more = clip.strands.length - wanted;
  const what = wanted === 1 ? 'The strand is' : `${wanted} strands are`;
  const along = more === 0 ? '' : ` with the ${more} ${wanted === 1 ? 'it takes' : 'they take'} from`;
  notify('info', `${what} copied${along}. Paste into any piece.`);
}

/** Pastes what was copied last: strands as new strands, steps into a row. */
export async function pasteInto(strand: string | null, at: number): Promise<void> {
  const clip = await storedClip();
  if (!clip) return notify('info', 'Nothing is copied yet. Copy a step or a strand first.');
  const kind = clip.strands.find((s) => s.id === clip.into)?.kind;
  if (!kind) return state().edit((p) => insertClip(p, clip).piece);
  if (!strand) return notify('info', 'Select the step after which to paste.');
  if (kind !== strandById(state().piece, strand)?.kind)
    return notify('info', `The copied step belongs into a ${kind} strand.`);
  state().edit((p) => insertClip(p, clip, { row: { strand, at: Math.max(1, at) } }).piece);
}

export function pasteAfter(at: StepAt | null): Promise<void> {
  const steps = at ? (strandById(state().piece, at.strand)?.steps ?? []) : [];
  return pasteInto(at?.strand ?? null, steps.findIndex((s) => s.id === at?.step) + 1);
}
