import type { Piece } from '@/core/piece/types';
import { Capture } from '@/engine/capture';
import { MeshStore } from '@/workers/mesh-store';
import { ensureAssets } from '@/state/pictures';
import { takeAway } from '@/workers/doors';
import type { Job } from '@/workers/take-away';
import { evenSize } from '@/workers/video';
import { download, fileStem } from '../download';

export type Format = 'png' | Job['format'];

export interface Progress {
  done: number;
  frames: number;
  /** Seconds left, once it can be told. */
  left: number | null;
}

/** The artist stopped the work. */
export class Cancelled extends Error {
  override readonly name = 'Cancelled';
}

const TYPES: Record<Format, { ending: string; type: string }> = {
  png: { ending: 'png', type: 'image/png' },
  zip: { ending: 'zip', type: 'application/zip' },
  webm: { ending: 'webm', type: 'video/webm' },
  mp4: { ending: 'mp4', type: 'video/mp4' },
};

/** Frames that may be on their way to the encoder at once. */
const AHEAD = 3;

async function meshesOf(piece: Piece): Promise<MeshStore> {
  const meshes = new MeshStore((why) => {
    throw new Error(why);
  });
  await meshes.update(piece);
  return meshes;
}

/**
 * Draws the loop at the picture's own size, encodes it and hands it over as a file.
 * @param frame for a still, the frame that is taken
 * @throws Cancelled when the signal says so; Error with a sentence otherwise
 */
export async function runTakeAway(piece: Piece, format: Format, frame: number, signal: AbortSignal, progress: (p: Progress) => void): Promise<void> {
  const { width, height } = format === 'mp4' ? { width: evenSize(piece.picture.width), height: evenSize(piece.picture.height) } : piece.picture;
  await ensureAssets(piece);
  const meshes = await meshesOf(piece);
  const { door, end } = takeAway();
  const capture = await Capture.open(piece, meshes.get, { width, height });
  const stem = fileStem(piece.name);
  const check = () => {
    if (signal.aborted) throw new Cancelled('Stopped.');
  };
  try {
    check();
    if (format === 'png') {
      progress({ done: 0, frames: 1, left: null });
      const bytes = await door.still(await capture.frame(frame / piece.loop.frames), width, height);
      download(`${stem}_${String(frame).padStart(4, '0')}.png`, bytes, TYPES.png.type);
      return;
    }
    await door.begin({ format, width, height, frames: piece.loop.frames, rate: piece.loop.rate, stem });
    await feed(piece.loop.frames, (n) => capture.frame(n / piece.loop.frames), (pixels, n) => door.add(pixels, n), check, progress);
    download(`${stem}.${TYPES[format].ending}`, await door.finish(), TYPES[format].type);
  } finally {
    capture.close();
    end();
  }
}

/** Draws ahead while the encoder works, but never far ahead. */
async function feed(
  frames: number,
  draw: (frame: number) => Promise<Uint8ClampedArray<ArrayBuffer>>,
  add: (pixels: Uint8ClampedArray<ArrayBuffer>, frame: number) => Promise<void>,
  check: () => void,
  progress: (p: Progress) => void,
): Promise<void> {
  const began = performance.now();
  const waiting: Promise<void>[] = [];
  let last: Promise<void> = Promise.resolve();
  for (let n = 0; n < frames; n++) {
    check();
    const pixels = await draw(n);
    last = last.then(() => add(pixels, n));
    waiting.push(last);
    if (waiting.length > AHEAD) await waiting.shift();
    const done = n + 1;
    progress({ done, frames, left: done > 2 ? ((performance.now() - began) / done) * (frames - done) / 1000 : null });
    // Lets the interface answer between frames.
    await new Promise((resolve) => setTimeout(resolve));
  }
  await last;
  check();
}
