import { addOutputs, metresOf, outputById, replaceOutputs } from '@/core/piece/outputs';
import type { Output } from '@/core/piece/types';
import { fileStem } from '@/core/formats/file-stem';
import { usePanels } from '@/state/panels/panels';
import { notify } from '@/state/panels/notify';
import { useWorkbench } from '@/state/workbench';
import { download } from './download';
import { shortNumber } from './number-words';

/** The size of a wall in words: "5.0 x 2.8 m". */
export const wallSize = (output: Output): string => {
  const [across, down] = metresOf(output);
  return `${shortNumber(across)} x ${shortNumber(down)} m`;
};

/** Adds an output beside the others, and selects it. */
export function addOutput(): void {
  const { edit } = useWorkbench.getState();
  edit((p) => addOutputs(p, [{}]));
  usePanels.setState({ side: 'outputs', output: useWorkbench.getState().piece.outputs?.at(-1)?.id ?? null });
}

/** The output that is selected; the first where none is. */
export function useSelectedOutput(): Output | undefined {
  const piece = useWorkbench((s) => s.piece);
  const selected = usePanels((s) => s.output);
  return outputById(piece, selected) ?? piece.outputs?.[0];
}

/** Saves the outputs as a table. */
export async function saveOutputs(): Promise<void> {
  const { piece } = useWorkbench.getState();
  const { writeOutputs } = await import('@/core/formats/outputs-csv');
  download(`${fileStem(piece.name)}-outputs.csv`, writeOutputs(piece.outputs ?? []), 'text/csv');
}

/** Bytes of a table of outputs, at most: far more than 64 lines come to. */
const MAX_TABLE_BYTES = 1 << 20;

/** Puts the outputs of a table in the place of those that are there. @throws Error with a sentence */
export async function readOutputTable(file: File): Promise<void> {
  if (file.size > MAX_TABLE_BYTES) throw new Error('It is too large for a table of outputs.');
  const { readOutputs } = await import('@/core/formats/outputs-csv');
  const outputs = readOutputs(await file.text());
  useWorkbench.getState().edit((p) => replaceOutputs(p, outputs));
  notify(
    'done',
    `The piece has the ${outputs.length} outputs of ${file.name} now. Undo restores those that were there.`,
  );
}
