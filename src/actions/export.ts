import * as Comlink from 'comlink';
import { FILM_FILES, type FilmFormat } from '@/core/export/films';
import { exportMark } from '@/core/export/mark';
import { PICTURE_FILES } from '@/core/export/pictures';
import {
  FILM_QUALITIES,
  frameName,
  framesOf,
  opacityFor,
  sizeFor,
  type ExportSettings,
  type ExportSpan,
} from '@/core/export/settings';
import { sidecarText } from '@/core/export/sidecar';
import { fileStem } from '@/core/formats/file-stem';
import type { Piece } from '@/core/piece/types';
import type { PixelsByKind } from '@/engine/capture/capture';
import type { Settling } from '@/engine/picture';
import { GraphicsLost } from '@/engine/card/renderer';
import { holdingAssets } from '@/state/assets/assets';
import { filmSound } from '@/state/assets/film-sound';
import { openExporter } from '@/workers/remotes';
import type { Job } from '@/workers/job';
import type { PictureJob } from '@/workers/pictures';
import { download } from './download';
import { writtenIn } from './export-folder';
import { feedFrames, unless, type ExportProgress } from './export-feed';
import { openCapture } from './open-capture';

export type ExportKind = 'still' | 'frames' | FilmFormat;

/** What the artist asks for. */
export interface ExportOrder {
  kind: ExportKind;
  settings: ExportSettings;
  /** For a still, the frame that is taken; counted from 0. */
  frame: number;
  /** For all else, the frames that are. */
  span: ExportSpan;
  /** What is known of the seam; null where it is not measured. */
  closes: boolean | null;
  /** For frames, the folder that they go into: those that are in it already are not drawn again. */
  folder?: FileSystemDirectoryHandle;
}

const ZIP = { ending: 'zip', mime: 'application/zip' };

/** The frames of an order, one after the other as they are written. */
export function orderedFrames({ kind, settings, frame, span }: ExportOrder, { loop }: Piece): number[] {
  if (kind === 'still') return [frame];
  const once = framesOf(span);
  const rounds = kind === 'frames' || loop.play === 'once' ? 1 : settings.loops;
  return Array.from({ length: rounds }, () => once).flat();
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
  const planned = await planOf(piece, order);
  if (planned.frames.length === 0) return;
  const samples = settings.samples === 1 ? 0 : settings.samples;
  const capture = await openCapture(piece, { ...size, pixels, samples }, signal);
  const thread = openExporter();
  const { frames, skipped } = planned;
  const report = (p: ExportProgress) => progress({ ...p, done: p.done + skipped, frames: p.frames + skipped });
  const draw = (index: number) =>
    capture.frame(frames[index]! / piece.loop.frames, (settling: Settling) =>
      report({ done: index, frames: frames.length, left: null, settling }),
    );
  try {
    if (kind === 'still') await unless(signal, writeStill(piece, order, await unless(signal, draw(0)), thread.remote));
    else await writeFrames(piece, { ...order, kind }, planned, { draw, remote: thread.remote, signal, report });
  } finally {
    capture.close();
    thread.end();
  }
}

/** The frames that are drawn, what they are marked with in a folder, and how many are in it already. */
interface ExportPlan {
  frames: number[];
  skipped: number;
  mark?: string;
}

async function planOf(piece: Piece, order: ExportOrder): Promise<ExportPlan> {
  const frames = orderedFrames(order, piece);
  if (!order.folder) return { frames, skipped: 0 };
  const { loop } = piece;
  const { picture } = order.settings;
  const mark = await exportMark(piece, order.settings, sizeFor(piece, order.settings));
  const stem = fileStem(piece.name);
  const nameOf = (frame: number) => frameName(stem, frame, loop.frames, PICTURE_FILES[picture].ending);
  const names = Array.from({ length: loop.frames }, (_, frame) => nameOf(frame));
  const there = await writtenIn(order.folder, `${stem}.json`, mark, names);
  const missing = frames.filter((frame) => !there.has(nameOf(frame)));
  return { frames: missing, skipped: frames.length - missing.length, mark };
}

type Drawn = PixelsByKind[keyof PixelsByKind];
type Remote = ReturnType<typeof openExporter>['remote'];

async function writeStill(piece: Piece, { settings, frame }: ExportOrder, drawn: Drawn, remote: Remote): Promise<void> {
  const { ending, mime } = PICTURE_FILES[settings.picture];
  const bytes = await remote.still(
    Comlink.transfer(drawn, [drawn.buffer]),
    pictureJob(settings, sizeFor(piece, settings)),
  );
  download(frameName(fileStem(piece.name), frame, piece.loop.frames, ending), bytes, mime);
}

interface Writing {
  draw: (index: number) => Promise<Drawn>;
  remote: Remote;
  signal: AbortSignal;
  report: (p: ExportProgress) => void;
}

async function writeFrames(
  piece: Piece,
  order: FileOrder,
  plan: ExportPlan,
  { draw, remote, signal, report }: Writing,
): Promise<void> {
  const { frames, skipped } = plan;
  const stem = fileStem(piece.name);
  const { ending, mime } = order.kind === 'frames' ? ZIP : FILM_FILES[order.kind];
  await remote.begin(await jobOf(piece, order, plan));
  const save = async (name: string) => {
    const file = await remote.finish();
    if (file) download(`${name}.${ending}`, file, mime);
  };
  const written = { frames: 0 };
  const add = (drawn: Drawn, index: number) =>
    remote.add(Comlink.transfer(drawn, [drawn.buffer]), index, frames[index]!);
  try {
    await unless(signal, feedFrames({ frames: frames.length, draw, add, signal, progress: report, written }));
  } catch (error) {
    if (!(error instanceof GraphicsLost) || written.frames === 0) throw error;
    const done = skipped + written.frames;
    await save(`${stem}_first-${done}-frames`);
    const place = order.folder ? 'in the folder' : 'with your downloads';
    throw new GraphicsLost(
      `The graphics card was lost at frame ${done} of ${skipped + frames.length}. The ${done} frames before it are ` +
        `${place}; nothing of the piece is lost, so ` +
        (order.folder ? 'export into it again to go on.' : 'take it again for all.'),
    );
  }
  await save(stem);
}

const pictureJob = (settings: ExportSettings, size: { width: number; height: number }): PictureJob => ({
  format: settings.picture,
  opacity: opacityFor(settings),
  quality: settings.quality,
  ...size,
});

type FileOrder = ExportOrder & { kind: Exclude<ExportKind, 'still'> };

async function jobOf(
  piece: Piece,
  { kind, settings, span, closes, folder }: FileOrder,
  { frames, mark }: ExportPlan,
): Promise<Job> {
  const stem = fileStem(piece.name);
  const size = sizeFor(piece, settings);
  if (kind === 'frames')
    return {
      kind,
      stem,
      folder,
      picture: pictureJob(settings, size),
      frames: piece.loop.frames,
      beside: { name: `${stem}.json`, text: sidecarText(piece, settings, span, size, { closes, mark }) },
    };
  const { bitsPerPixel } = FILM_QUALITIES[settings.film]!;
  const { range, codecs } = settings;
  const { rate } = piece.loop;
  // Where frames are left out, it goes faster than its sound.
  const sound = (settings.sound && span.every === 1 && (await filmSound(piece))) || undefined;
  const film = { format: kind, codec: codecs[kind], frames: frames.length, rate, bitsPerPixel, range, sound };
  return { kind: 'film', ...size, ...film };
}
