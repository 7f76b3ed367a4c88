import { cellLight, FlashMeter, flashReading, framesToLookAt, type CellGrid } from '@/core/checks/flashes';
import { errorSentence } from '@/core/error-sentence';
import { nextTask } from '@/core/next-task';
import type { Piece } from '@/core/piece/types';
import { holdingAssets } from '@/state/assets/assets';
import { useFlashes } from '@/state/measured/flashes';
import { notify } from '@/state/panels/notify';
import { useWorkbench } from '@/state/workbench';
import { Cancelled, unless } from './export-feed';
import { openCapture } from './open-capture';

/** Rows of cells in which flashes are counted; a window of a third has 15. */
const ROWS = 45;
const MAX_COLUMNS = 180;
/** Pixels of a cell's side that are drawn. */
const CELL_PIXELS = 2;
/** Columns and rows of a grid, at least: a window has some of each. */
const MIN_CELLS = 9;

const gridOf = ({ width, height }: Piece['picture']): CellGrid => ({
  columns: Math.min(MAX_COLUMNS, Math.max(MIN_CELLS, Math.round((ROWS * width) / height))),
  rows: ROWS,
});

let looking: AbortController | null = null;

export const stopLookingForFlashes = (): void => looking?.abort();

/** Draws the loop of the open piece, small, and counts what flashes in it; says where it could not. */
export async function lookForFlashes(): Promise<void> {
  const { piece } = useWorkbench.getState();
  looking?.abort();
  const { signal } = (looking = new AbortController());
  try {
    const reading = await holdingAssets(piece, () => read(piece, signal));
    useFlashes.setState({ piece, reading, running: null });
  } catch (error) {
    useFlashes.setState({ running: null });
    if (!(error instanceof Cancelled)) notify('error', errorSentence(error));
  }
}

async function read(piece: Piece, signal: AbortSignal) {
  const { frames, rate, play } = piece.loop;
  const { order, lead } = framesToLookAt(frames, rate, play);
  const grid = gridOf(piece.picture);
  const progress = (done: number) => useFlashes.setState({ running: { done, total: order.length } });
  progress(0);
  const size = { width: grid.columns * CELL_PIXELS, height: grid.rows * CELL_PIXELS };
  const capture = await openCapture(piece, { ...size, pixels: 'bytes' }, signal);
  try {
    const meter = new FlashMeter(grid, rate);
    const found = [];
    for (const [i, frame] of order.entries()) {
      const pixels = await unless(signal, capture.frame(frame / frames));
      const flashes = meter.add(cellLight(pixels, grid, CELL_PIXELS));
      if (i >= lead) found.push(flashes);
      progress(i + 1);
      await nextTask();
    }
    return flashReading(found);
  } finally {
    capture.close();
  }
}
