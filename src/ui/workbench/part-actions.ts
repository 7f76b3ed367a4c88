import { fileStem } from '@/core/formats/file-stem';
import { clipStrands, type RowPlace } from '@/core/piece/clip';
import { PART_ENDING, readPart, writePart } from '@/core/formats/part-file';
import { PieceError } from '@/core/piece/errors';
import { putPart, type Part } from '@/core/piece/part';
import type { StepAt } from '@/core/piece/types';
import { notify } from '@/state/notify';
import { usePanels } from '@/state/panels';
import { useParts } from '@/state/parts';
import { useWorkbench } from '@/state/workbench';
import { download } from '../download';
import { useRecipes } from '../kept-parts/recipes';
import { selectedClip } from './selected';

/** What the artist does with recipes and kept parts. */

/** Puts a part in where it belongs, or at a place in a row, and goes on from there. */
export function putInPart(part: Part, row?: RowPlace): void {
  const { edit, select, selected } = useWorkbench.getState();
  const { ground } = useRecipes.getState();
  // Parts are offered when what they stand on is there.
  if (!ground) return;
  let put: ReturnType<typeof putPart> | null = null;
  edit((p) => {
    put = putPart(p, part, { selected: selected?.strand ?? null, row, ground });
    return put.piece;
  });
  const done = put as ReturnType<typeof putPart> | null;
  if (!done || useWorkbench.getState().piece !== done.piece) return;
  select(done.at);
  if (done.shows)
    notify('info', `"${part.name}" stands on a stage that came with it; the piece shows "${done.shows}" now.`);
}

/** Asks for the name under which strands are kept, with all that they take from. */
export const keepStrands = (strands: readonly string[]): void =>
  usePanels.setState({ keeping: clipStrands(useWorkbench.getState().piece, strands, true) });

/** Asks for the name under which what is selected is kept. */
export const beginKeeping = (at: StepAt): void => usePanels.setState({ keeping: selectedClip(at, true) });

export const savePart = (part: Part): void =>
  download(`${fileStem(part.name)}${PART_ENDING}`, writePart(part), 'application/json');

/** Takes part files in; says which ones cannot be. */
export async function openParts(files: readonly File[]): Promise<void> {
  for (const file of files) {
    try {
      await useParts.getState().add(readPart(await file.text()));
    } catch (error) {
      if (!(error instanceof PieceError)) throw error;
      notify('error', `"${file.name}" was not taken in. ${error.message}`);
    }
  }
}
