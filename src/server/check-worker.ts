import { parentPort } from 'node:worker_threads';
import { NO_ASSETS } from '@/core/assets/assets';
import { measureSeam } from '@/core/checks/seam';
import { readPiece } from '@/core/formats/piece-file';
import { PieceError } from '@/core/piece/errors';
import { analyse, withTracks } from '@/core/weave';
import type { CheckAnswer } from './check-pool';

/** Checks pieces in a thread of its own, one after the other: text in, an answer out. */
parentPort!.on('message', (text: string) => {
  void answer(text).then((found) => parentPort!.postMessage(found));
});

async function answer(text: string): Promise<CheckAnswer> {
  try {
    const piece = withTracks(readPiece(text));
    const { problems } = analyse(piece);
    const seam = piece.loop.play === 'once' ? [] : await measureSeam(piece, NO_ASSETS);
    return { status: 200, body: { ok: true, name: piece.name, problems, seam, closes: seam.every((r) => r.closes) } };
  } catch (error) {
    if (error instanceof PieceError)
      return { status: 422, body: { ok: false, code: error.code, error: error.message } };
    return {
      status: 422,
      body: { ok: false, error: 'This piece could not be checked: it is more than can be worked out here.' },
    };
  }
}
