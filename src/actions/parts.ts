import { fileStem } from '@/core/formats/file-stem';
import { clipStrands, type RowPlace } from '@/core/parts/clip';
import { PART_ENDING, partData, writePart, type PartData } from '@/core/formats/part-data';
import { PieceError } from '@/core/piece/errors';
import { putPart, type Part } from '@/core/parts/part';
import { endOfRow } from '@/core/steps/end-of-row';
import { contentsForEdition, staleUses, updateUse, partUseAt } from '@/core/parts/part-use';
import type { PartUse, Piece, StepAt } from '@/core/piece/types';
import { notify } from '@/state/panels/notify';
import { usePanels } from '@/state/panels/panels';
import { savedPart, newEdition, useParts } from '@/state/storage/parts';
import { useWorkbench } from '@/state/workbench';
import { download } from './download';
import { useRecipes } from './recipes';
import { selectedClip } from './selected';

/** What the artist does with recipes and saved parts. */

/** Puts a part in where it belongs, or at a place in a row, and goes on from there. */
export function insertPart(part: Part, row?: RowPlace): void {
  const { edit, select, selected } = useWorkbench.getState();
  const { ground } = useRecipes.getState();
  // Parts are offered when what they stand on is there.
  if (!ground) return;
  let put: ReturnType<typeof putPart> | null = null;
  edit((p) => {
    put = putPart(p, part, { selected: selected?.strand ?? null, row, ground, endOf: endOfRow });
    return put.piece;
  });
  const done = put as ReturnType<typeof putPart> | null;
  if (!done || useWorkbench.getState().piece !== done.piece) return;
  select(done.at);
  if (done.shows)
    notify('info', `"${part.name}" stands on a stage that came with it; the piece shows "${done.shows}" now.`);
}

/** Asks for the name under which strands are saved, with all that they take from. */
export const keepStrands = (strands: readonly string[]): void =>
  usePanels.setState({ partToSave: clipStrands(useWorkbench.getState().piece, strands, true) });

/** Asks for the name under which what is selected is saved. */
export const beginSavingPart = (at: StepAt): void => usePanels.setState({ partToSave: selectedClip(at, true) });

/** The saved part that a step came with, and where it stands. */
export function usedAt(piece: Piece, at: StepAt | null): { use: PartUse; part: Part } | null {
  const use = at && partUseAt(piece, at);
  const part = use && savedPart(use.part);
  return part ? { use, part } : null;
}

/** Keeps a part again, as it stands here; where else it stands it stays as it is until it is asked for. */
export function saveAgain({ use, part }: { use: PartUse; part: Part }): void {
  const { piece, edit } = useWorkbench.getState();
  const edition = newEdition();
  const { piece: known, clip } = contentsForEdition(piece, use, edition, part.clip());
  edit(() => known);
  void useParts
    .getState()
    .renew(part.id, partData({ ...part, edition }, clip))
    .then(() => {
      const others = staleUses(known, { id: part.id, edition }).length;
      const text = `"${part.name}" is saved as it is here.`;
      if (others === 0) return notify('info', `${text} Pieces that have it stay as they are until you update them.`);
      notify('info', `${text} This piece has it in ${placesIn(others)} as it was.`, {
        label: others === 1 ? 'Update it' : 'Update them',
        run: () => updatePart(part.id),
      });
    });
}

/** "2 other places" */
const placesIn = (count: number) => (count === 1 ? 'one other place' : `${count} other places`);

/** Makes a part as it is saved, in one place or wherever the piece has other contents of it. */
export function updatePart(id: string, only?: PartUse): void {
  const part = savedPart(id);
  if (!part) return;
  const { piece, edit } = useWorkbench.getState();
  const uses = only ? [only] : staleUses(piece, part);
  const { edition = '' } = part;
  edit((p) => uses.reduce((now, use) => updateUse(now, use.id, { id, edition }, part.clip()), p));
  // Where there was no room, that was said.
  if (useWorkbench.getState().piece === piece) return;
  notify(
    'done',
    `"${part.name}" is as it was saved, and the settings of its controls are as they were. Ctrl+Z undoes.`,
  );
}

export const savePart = (part: Part): void =>
  download(`${fileStem(part.name)}${PART_ENDING}`, writePart(part), 'application/json');

/** Takes part files in; says which ones cannot be. */
export async function openParts(files: readonly File[]): Promise<void> {
  const { readPart } = await import('@/core/formats/part-file');
  for (const file of files) {
    try {
      await takePart(readPart(await file.text()));
    } catch (error) {
      if (!(error instanceof PieceError)) throw error;
      notify('error', `"${file.name}" was not imported. ${error.message}`);
    }
  }
}

/** Keeps a part of a file. One that is saved already takes the place of what is saved; that can be saved beside it. */
async function takePart(data: PartData): Promise<void> {
  const { load, add, renew } = useParts.getState();
  await load();
  const known = data.id === undefined ? undefined : savedPart(data.id);
  if (!known) return add(data);
  if (known.edition === data.edition) return notify('info', `"${known.name}" is saved already, just the same.`);
  await renew(known.id, data);
  const was = partData({ ...known, id: undefined }, known.clip());
  notify('info', `"${data.name}" replaces what was saved of it.`, {
    label: 'Keep both',
    run: () => void add(was),
  });
}
