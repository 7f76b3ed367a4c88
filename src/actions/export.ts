import * as Comlink from 'comlink';
import { PICTURE_FILES } from '@/core/export/pictures';
import {
  FILM_QUALITIES,
  frameName,
  framesOf,
  opacityFor,
  sizeFor,
  type ExportSettings,
  type FrameSpan,
} from '@/core/export/settings';
import { sidecarText } from '@/core/export/sidecar';
import { fileStem } from '@/core/formats/file-stem';
import type { Piece } from '@/core/piece/types';
import { Capture, type PixelsByKind } from '@/engine/capture/capture';
import type { Settling } from '@/engine/picture';
import { GraphicsLost } from '@/engine/card/renderer';
import { MeshStore } from '@/workers/mesh-store';
import { ensureAssets, holdingAssets } from '@/state/assets/assets';
import { openExporter, decoded } from '@/workers/remotes';
import type { Job, VideoFormat } from '@/workers/job';
import type { PictureJob } from '@/workers/pictures';
import { download } from './download';
import { feedFrames, unless, type ExportProgress } from './export-feed';

export type ExportKind = 'still' | 'frames' | VideoFormat;

/** What the artist asks for. */
export interface ExportOrder {
  kind: ExportKind;
  settings: ExportSettings;
  /** For a still, the frame that is taken; counted from 0. */
  frame: number;
  /** For all else, the frames that are. */
  span: FrameSpan;
  /** What is known of the seam; null where it is not measured. */
  closes: boolean | null;
}

const FILES: Record<Exclude<ExportKind, 'still'>, { ending: string; mime: string }> = {
  frames: { ending: 'zip', mime: 'application/zip' },
  webm: { ending: 'webm', mime: 'video/webm' },
  mp4: { ending: 'mp4', mime: 'video/mp4' },
};

/** The frames of an order, one after the other as they are written. */
export function orderedFrames({ kind, settings, frame, span }: ExportOrder, { loop }: Piece): number[] {
  if (kind === 'still') return [frame];
  const once = framesOf(span);
  const rounds = kind === 'frames' || loop.play === 'once' ? 1 : settings.loops;
  return Array.from({ length: rounds }, () => once).flat();
}

async function meshesOf(piece: Piece): Promise<MeshStore> {
  const meshes = new MeshStore((why) => {
    throw new Error(why);
  });
  await meshes.update(piece);
  return meshes;
}

/**
 * Draws frames of a piece, writes them and hands them over as a file.
 * @throws Cancelled when the signal says so; Error with a sentence otherwise
 */
export const runExport = (
  piece: Piece,
  order: ExportOrder,
  signal: AbortSignal,
  progress: (p: ExportProgress) => void,
): Promise<void> => holdingAssets(piece, () => exportPiece(piece, order, signal, progress));

async function exportPiece(
  piece: Piece,
  order: ExportOrder,
  signal: AbortSignal,
  progress: (p: ExportProgress) => void,
): Promise<void> {
  const { kind, settings } = order;
  const size = sizeFor(piece, settings);
  const isPictures = kind === 'still' || kind === 'frames';
  const pixels: keyof PixelsByKind = isPictures ? PICTURE_FILES[settings.picture].pixels : 'bytes';
  await ensureAssets(piece);
  const meshes = await unless(signal, meshesOf(piece));
  const samples = settings.samples === 1 ? 0 : settings.samples;
  const capture = await Capture.open(piece, decoded, meshes.get, { ...size, pixels, samples });
  const { remote, end } = openExporter();
  const stem = fileStem(piece.name);
  const frames = orderedFrames(order, piece);
  const draw = (index: number) =>
    capture.frame(frames[index]! / piece.loop.frames, (settling: Settling) =>
      progress({ done: index, frames: frames.length, left: null, settling }),
    );
  try {
    if (kind === 'still') {
      progress({ done: 0, frames: 1, left: null });
      const { ending, mime } = PICTURE_FILES[settings.picture];
      const written = draw(0).then((drawn) =>
        remote.still(Comlink.transfer(drawn, [drawn.buffer]), pictureJob(settings, size)),
      );
      download(frameName(stem, order.frame, piece.loop.frames, ending), await unless(signal, written), mime);
      return;
    }
    await remote.begin(jobOf(kind, piece, order, size, frames.length));
    const { ending, mime } = FILES[kind];
    const save = async (name: string) => download(`${name}.${ending}`, await remote.finish(), mime);
    const written = { frames: 0 };
    try {
      const add = (drawn: PixelsByKind[typeof pixels], index: number) =>
        remote.add(Comlink.transfer(drawn, [drawn.buffer]), index, frames[index]!);
      await unless(signal, feedFrames({ frames: frames.length, draw, add, signal, progress, written }));
    } catch (error) {
      if (!(error instanceof GraphicsLost) || written.frames === 0) throw error;
      await save(`${stem}_first-${written.frames}-frames`);
      throw new GraphicsLost(
        `The graphics card was lost at frame ${written.frames} of ${frames.length}. The ` +
          `${written.frames} frames before it are with your downloads; nothing of the piece is lost, so ` +
          'take it again for all.',
      );
    }
    await save(stem);
  } finally {
    capture.close();
    end();
  }
}

const pictureJob = (settings: ExportSettings, size: { width: number; height: number }): PictureJob => ({
  format: settings.picture,
  opacity: opacityFor(settings),
  quality: settings.quality,
  ...size,
});

function jobOf(
  kind: Exclude<ExportKind, 'still'>,
  piece: Piece,
  { settings, span, closes }: ExportOrder,
  size: { width: number; height: number },
  count: number,
): Job {
  const stem = fileStem(piece.name);
  if (kind === 'frames')
    return {
      kind,
      stem,
      picture: pictureJob(settings, size),
      frames: piece.loop.frames,
      beside: { name: `${stem}.json`, text: sidecarText(piece, settings, span, size, { closes }) },
    };
  const { bitsPerPixel } = FILM_QUALITIES[settings.film]!;
  const { range } = settings;
  return { kind: 'film', format: kind, ...size, frames: count, rate: piece.loop.rate, bitsPerPixel, range };
}
