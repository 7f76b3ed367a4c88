import type { DrawnCheckId } from '@/core/checks/drawn';
import { errorSentence } from '@/core/error-sentence';
import { addStep } from '@/core/piece/edit';
import { shownBy } from '@/core/weave';
import { holdingAssets } from '@/state/assets/assets';
import { useDrawn } from '@/state/measured/drawn';
import { notify } from '@/state/panels/notify';
import { useWorkbench } from '@/state/workbench';
import { drawnFindings } from './drawn-findings';
import { Cancelled } from './export-feed';

let looking: AbortController | null = null;

export const stopLookingAtFrames = (): void => looking?.abort();

/** Looks at every frame of the open piece; says where it could not. */
export async function lookAtFrames(): Promise<void> {
  const { piece } = useWorkbench.getState();
  looking?.abort();
  const { signal } = (looking = new AbortController());
  const progress = (done: number, total: number) => useDrawn.setState({ running: { done, total } });
  try {
    const found = await holdingAssets(piece, () => drawnFindings(piece, signal, progress));
    useDrawn.setState({ piece, ...found, running: null });
  } catch (error) {
    useDrawn.setState({ running: null });
    if (!(error instanceof Cancelled)) notify('error', errorSentence(error));
  }
}

/** What mends what a check of drawn frames found, by its id, where one edit does. */
export const DRAWN_MENDS: Partial<Record<DrawnCheckId, { words: string; mend: () => void }>> = {
  bands: { words: 'Add a dither', mend: addDither },
};

/** Puts a dither at the end of the finish that the piece shows. */
function addDither(): void {
  const { piece, edit } = useWorkbench.getState();
  const { finish } = shownBy(piece);
  if (!finish) notify('info', 'Add a finish first: a dither is a step of one.');
  else edit((p) => addStep(p, finish.id, finish.steps.length, 'finish.dither'));
}
