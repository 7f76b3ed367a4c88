import * as Comlink from 'comlink';
import { fileStem } from '@/core/formats/file-stem';
import { nextTask } from '@/core/next-task';
import type { Piece } from '@/core/piece/types';
import { Capture } from '@/engine/capture/capture';
import type { Settling } from '@/engine/picture';
import { GraphicsLost } from '@/engine/card/renderer';
import { MeshStore } from '@/workers/mesh-store';
import { ensureAssets, holdingAssets } from '@/state/assets/assets';
import { openExporter, decoded } from '@/workers/remotes';
import type { Job } from '@/workers/job';
import { download } from './download';

export type ExportFormat = 'png' | Job['format'];

export interface Progress {
  done: number;
  frames: number;
  /** Seconds left, once it can be told. */
  left: number | null;
  /** While the frames are drawn that the next one remembers. */
  settling?: Settling;
}

/** The artist stopped the work. */
export class Cancelled extends Error {
  override readonly name = 'Cancelled';
}

const TYPES: Record<ExportFormat, { ending: string; type: string }> = {
  png: { ending: 'png', type: 'image/png' },
  zip: { ending: 'zip', type: 'application/zip' },
  webm: { ending: 'webm', type: 'video/webm' },
  mp4: { ending: 'mp4', type: 'video/mp4' },
};

/** Frames that may be on their way to the encoder at once. */
const MAX_FRAMES_AHEAD = 3;

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
export const runExport = (...job: Parameters<typeof exportPiece>): Promise<void> =>
  holdingAssets(job[0], () => exportPiece(...job));

async function exportPiece(
  piece: Piece,
  format: ExportFormat,
  frame: number,
  signal: AbortSignal,
  progress: (p: Progress) => void,
): Promise<void> {
  const { width, height } = piece.picture;
  await ensureAssets(piece);
  const meshes = await unless(signal, meshesOf(piece));
  const capture = await Capture.open(piece, decoded, meshes.get, { width, height });
  const { remote, end } = openExporter();
  const stem = fileStem(piece.name);
  const settling = (frames: number, done: number) => (now: Settling) =>
    progress({ done, frames, left: null, settling: now });
  const check = () => {
    if (signal.aborted) throw new Cancelled('Stopped.');
  };
  try {
    check();
    if (format === 'png') {
      progress({ done: 0, frames: 1, left: null });
      const bytes = await unless(
        signal,
        capture
          .frame(frame / piece.loop.frames, settling(1, 0))
          .then((pixels) => remote.still(Comlink.transfer(pixels, [pixels.buffer]), width, height)),
      );
      download(`${stem}_${String(frame).padStart(4, '0')}.png`, bytes, TYPES.png.type);
      return;
    }
    await remote.begin({ format, width, height, frames: piece.loop.frames, rate: piece.loop.rate, stem });
    const save = async (name: string) =>
      download(`${name}.${TYPES[format].ending}`, await remote.finish(), TYPES[format].type);
    const done = { frames: 0 };
    try {
      await unless(
        signal,
        feed(piece.loop.frames, {
          draw: (n) => capture.frame(n / piece.loop.frames, settling(piece.loop.frames, n)),
          add: (pixels, n) => remote.add(Comlink.transfer(pixels, [pixels.buffer]), n),
          check,
          progress,
          handed: done,
        }),
      );
    } catch (error) {
      if (!(error instanceof GraphicsLost) || done.frames === 0) throw error;
      await save(`${stem}_first-${done.frames}-frames`);
      throw new GraphicsLost(
        `The graphics card was lost at frame ${done.frames} of ${piece.loop.frames}. The ` +
          `${done.frames} frames before it are with your downloads; nothing of the piece is lost, so ` +
          'take it again for all.',
      );
    }
    await save(stem);
  } finally {
    capture.close();
    end();
  }
}

/** What the work comes to, or Cancelled as soon as the signal says so: what hangs must not hold up the stop. */
function unless<T>(signal: AbortSignal, work: Promise<T>): Promise<T> {
  const stopped = new Promise<never>((_, reject) => {
    const stop = () => reject(new Cancelled('Stopped.'));
    signal.addEventListener('abort', stop, { once: true });
    if (signal.aborted) stop();
  });
  work.catch(() => undefined);
  return Promise.race([work, stopped]);
}

/** What stands on both ends of the frames' way to the encoder. */
interface Feed {
  draw: (frame: number) => Promise<Uint8ClampedArray<ArrayBuffer>>;
  add: (pixels: Uint8ClampedArray<ArrayBuffer>, frame: number) => Promise<void>;
  /** Throws where the artist stopped it. */
  check: () => void;
  progress: (p: Progress) => void;
  /** Counts the frames that the encoder has. */
  handed: { frames: number };
}

/** Draws ahead while the encoder works, but never far ahead. */
async function feed(frames: number, { draw, add, check, progress, handed }: Feed): Promise<void> {
  const began = performance.now();
  const waiting: Promise<void>[] = [];
  let last: Promise<void> = Promise.resolve();
  for (let n = 0; n < frames; n++) {
    check();
    const pixels = await draw(n).catch(async (error: unknown) => {
      await last;
      throw error;
    });
    last = last
      .then(() => add(pixels, n))
      .then(() => {
        handed.frames = n + 1;
      });
    waiting.push(last);
    if (waiting.length > MAX_FRAMES_AHEAD) await waiting.shift();
    const done = n + 1;
    progress({ done, frames, left: done > 2 ? (((performance.now() - began) / done) * (frames - done)) / 1000 : null });
    // Lets the interface answer between frames.
    await nextTask();
  }
  await last;
  check();
}
