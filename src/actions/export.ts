import * as Comlink from 'comlink';
import { FILM_FILES, FILM_PARTS, filmOpacityFor, type FilmFormat, type FilmPart } from '@/core/export/films';
import { exportMark } from '@/core/export/mark';
import { PICTURE_FILES } from '@/core/export/pictures';
import {
  drawnSamples,
  FILM_QUALITIES,
  frameName,
  framesOf,
  opacityFor,
  sizeFor,
  type PictureSize,
  type ExportSettings,
  type ExportSpan,
} from '@/core/export/settings';
import { sidecarText } from '@/core/export/sidecar';
import { cutOut } from '@/core/export/cut';
import { exportedFiles, filmFiles, type ExportedFile } from '@/core/export/exported-files';
import type { KnownChecks } from '@/core/checks/profiles';
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
import { feedFrames, unless, type ExportProgress, type ExportWatch } from './export-feed';
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
  /** Which checks pass; those that were not looked at are left out. */
  checks: KnownChecks;
  /** Each output of the piece becomes a file of its own; else the whole picture becomes one. */
  byOutput: boolean;
  /** For frames, the folder that they go into: those that are in it already are not drawn again. */
  folder?: FileSystemDirectoryHandle;
  /** Frames of another export that lie in the folder are deleted. */
  replace?: boolean;
}

const ZIP = { ending: 'zip', mime: 'application/zip' };

/** The frames of an order, one after the other as they are written. */
export function orderedFrames({ kind, settings, frame, span }: ExportOrder, { loop }: Piece): number[] {
  if (kind === 'still') return [frame];
  const once = framesOf(span);
  if (kind === 'frames') return once;
  if (loop.play === 'loop') return Array.from({ length: settings.loops }, () => once).flat();
  return [...once, ...Array.from({ length: heldFrames(settings, loop) }, () => once.at(-1)!)];
}

/** How often a film has its last frame again. */
const heldFrames = ({ hold }: ExportSettings, { play, rate }: Piece['loop']): number =>
  play === 'once' ? Math.round(hold * rate) : 0;

/**
 * Draws frames of a piece, writes them and hands them over as a file.
 * @throws Cancelled when the signal says so; Error with a sentence otherwise
 */
export const runExport = (piece: Piece, order: ExportOrder, watch: ExportWatch): Promise<void> =>
  holdingAssets(piece, () => exportPiece(piece, order, watch));

async function exportPiece(piece: Piece, order: ExportOrder, { signal, pause, progress }: ExportWatch): Promise<void> {
  const { kind, settings } = order;
  const size = sizeFor(piece, settings);
  const isPictures = kind === 'still' || kind === 'frames';
  const pixels: keyof PixelsByKind = isPictures ? PICTURE_FILES[settings.picture].pixels : 'bytes';
  const files = exportedFiles(piece, size, order.byOutput ? (piece.outputs ?? []) : []);
  const planned = await planOf(piece, order, files);
  if (planned.frames.length === 0) return;
  const capture = await openCapture(piece, { ...size, pixels, samples: drawnSamples(settings) }, signal);
  const writers = filmFiles(files, partsOf(order)).map((file) => ({ ...file, thread: openExporter() }));
  const { frames, skipped } = planned;
  const report = (p: ExportProgress) => progress({ ...p, done: p.done + skipped, frames: p.frames + skipped });
  let again: CapturedPixels | null = null;
  const draw = async (index: number): Promise<CapturedPixels> => {
    const drawn =
      again ??
      (await capture.frame(frames[index]! / piece.loop.frames, (settling: Settling) =>
        report({ done: index, frames: frames.length, left: null, settling }),
      ));
    // What is drawn is given away.
    again = frames[index + 1] === frames[index] ? drawn.slice() : null;
    return drawn;
  };
  try {
    if (kind === 'still') {
      const drawn = await unless(signal, draw(0));
      for (const writer of writers)
        await unless(signal, writeStill(piece, order, pixelsFor(drawn, size, writer, writers), writer));
    } else
      await writeFrames(piece, { ...order, kind }, planned, { draw, size, writers, signal, pause, progress: report });
  } finally {
    capture.close();
    for (const { thread } of writers) thread.end();
  }
}

/** The frames that are drawn, and how many are in the folder already. */
interface ExportPlan {
  frames: number[];
  skipped: number;
  /** What the frames of each file are marked with, in a folder. */
  marks: string[];
}

async function planOf(piece: Piece, order: ExportOrder, files: readonly ExportedFile[]): Promise<ExportPlan> {
  const frames = orderedFrames(order, piece);
  const { folder, settings, replace = false } = order;
  if (!folder) return { frames, skipped: 0, marks: [] };
  const { loop } = piece;
  const marks = await Promise.all(files.map((file) => exportMark(piece, settings, sizeFor(piece, settings), file.cut)));
  const there = await Promise.all(
    files.map(async ({ stem }, i) => {
      const nameOf = (frame: number) => frameName(stem, frame, loop.frames, PICTURE_FILES[settings.picture].ending);
      const names = Array.from({ length: loop.frames }, (_, frame) => nameOf(frame));
      const written = await writtenIn(folder, { sidecar: `${stem}.json`, mark: marks[i]!, names, replace });
      return (frame: number) => written.has(nameOf(frame));
    }),
  );
  const missing = frames.filter((frame) => !there.every((has) => has(frame)));
  return { frames: missing, skipped: frames.length - missing.length, marks };
}

type CapturedPixels = PixelsByKind[keyof PixelsByKind];

/** A file that is written, and the thread that writes it. */
interface OpenFile extends ExportedFile {
  shows: FilmPart;
  thread: ReturnType<typeof openExporter>;
}

/** Of pictures, a file holds all there is. */
const partsOf = ({ kind, settings: { filmOpacity, codecs } }: ExportOrder): readonly FilmPart[] =>
  kind === 'still' || kind === 'frames' ? ['open'] : FILM_PARTS[filmOpacityFor(filmOpacity, kind, codecs[kind])];

/** The pixels of a file, of a whole picture that was drawn: a copy, as they are given away, but for the last one. */
function pixelsFor(
  drawn: CapturedPixels,
  { width }: PictureSize,
  file: OpenFile,
  all: readonly OpenFile[],
): CapturedPixels {
  if (file.cut) return cutOut(drawn, width, file.cut);
  return file === all.at(-1) ? drawn : drawn.slice();
}

async function writeStill(
  piece: Piece,
  { settings, frame }: ExportOrder,
  pixels: CapturedPixels,
  writer: OpenFile,
): Promise<void> {
  const { ending, mime } = PICTURE_FILES[settings.picture];
  const { stem, size, thread } = writer;
  const bytes = await thread.remote.still(Comlink.transfer(pixels, [pixels.buffer]), pictureJob(settings, size));
  download(frameName(stem, frame, piece.loop.frames, ending), bytes, mime);
}

interface Writing extends ExportWatch {
  draw: (index: number) => Promise<CapturedPixels>;
  /** Of the whole picture. */
  size: PictureSize;
  writers: OpenFile[];
}

async function writeFrames(
  piece: Piece,
  order: FileOrder,
  { frames, skipped, marks }: ExportPlan,
  { draw, size, writers, ...watch }: Writing,
): Promise<void> {
  const { ending, mime } = order.kind === 'frames' ? ZIP : FILM_FILES[order.kind];
  for (const [i, { thread, ...file }] of writers.entries())
    await thread.remote.begin(await jobOf(piece, order, file, { frames: frames.length, mark: marks[i] }));
  const save = async (suffix = '') => {
    for (const { thread, stem } of writers) {
      const file = await thread.remote.finish();
      if (file) download(`${stem}${suffix}.${ending}`, file, mime);
    }
  };
  const written = { frames: 0 };
  const add = async (drawn: CapturedPixels, index: number) => {
    await Promise.all(
      writers.map((writer) => {
        const pixels = pixelsFor(drawn, size, writer, writers);
        return writer.thread.remote.add(Comlink.transfer(pixels, [pixels.buffer]), index, frames[index]!);
      }),
    );
  };
  try {
    await unless(watch.signal, feedFrames({ frames: frames.length, draw, add, written, ...watch }));
  } catch (error) {
    if (!(error instanceof GraphicsLost) || written.frames === 0) throw error;
    const done = skipped + written.frames;
    await save(`_first-${done}-frames`);
    const place = order.folder ? 'in the folder' : 'with your downloads';
    throw new GraphicsLost(
      `The graphics card was lost at frame ${done} of ${skipped + frames.length}. The ${done} frames before it are ` +
        `${place}; nothing of the piece is lost, so ` +
        (order.folder ? 'export into it again to go on.' : 'take it again for all.'),
    );
  }
  await save();
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
  { kind, settings, span, closes, checks, folder }: FileOrder,
  { stem, size, output, shows }: Omit<OpenFile, 'thread'>,
  { frames, mark }: { frames: number; mark: string | undefined },
): Promise<Job> {
  const facts = { closes, checks, mark, output };
  if (kind === 'frames')
    return {
      kind,
      stem,
      folder,
      picture: pictureJob(settings, size),
      frames: piece.loop.frames,
      beside: { name: `${stem}.json`, text: sidecarText(piece, settings, span, size, facts) },
    };
  const { bitsPerPixel } = FILM_QUALITIES[settings.film]!;
  const { range, codecs } = settings;
  const { rate } = piece.loop;
  const held = heldFrames(settings, piece.loop);
  // Where frames are left out, it goes faster than its sound.
  const isHeard = settings.sound && shows !== 'matte' && span.every === 1;
  const sound = (isHeard && (await filmSound(piece))) || undefined;
  const film = { format: kind, codec: codecs[kind], shows, frames, held, rate, bitsPerPixel, range, sound };
  return { kind: 'film', ...size, ...film };
}
