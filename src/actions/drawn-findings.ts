import * as Comlink from 'comlink';
import { drawnSize, framesToLookAt, type DrawnFindings } from '@/core/checks/drawn';
import { nextTask } from '@/core/next-task';
import type { Piece } from '@/core/piece/types';
import { wallsInside } from '@/core/piece/walls';
import { openFrameMeter } from '@/workers/remotes';
import { unless } from './export-feed';
import { openCapture } from './open-capture';

/**
 * Draws the loop of a piece, small, and looks at each frame.
 * @param progress told of the frames that are drawn
 * @throws Cancelled when the signal says so; Error with a sentence where it cannot be drawn
 */
export async function drawnFindings(
  piece: Piece,
  signal: AbortSignal,
  progress: (done: number, total: number) => void,
): Promise<DrawnFindings> {
  const size = drawnSize(piece.picture);
  const { order, lead } = framesToLookAt(piece.loop);
  progress(0, order.length);
  const { width, height } = size;
  const capture = await openCapture(piece, { width, height, pixels: 'encoded' }, signal);
  const { remote, end } = openFrameMeter();
  try {
    await remote.begin({ size, loop: piece.loop }, piece.picture, wallsInside(piece));
    for (const [i, frame] of order.entries()) {
      const pixels = await unless(signal, capture.frame(frame / piece.loop.frames));
      await unless(signal, remote.add(Comlink.transfer(pixels, [pixels.buffer]), i >= lead));
      progress(i + 1, order.length);
      await nextTask();
    }
    return await remote.findings();
  } finally {
    capture.close();
    end();
  }
}
