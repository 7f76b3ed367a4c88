import { rm } from 'node:fs/promises';
import type { KnownChecks } from '@/core/checks/profiles';
import { exportMark } from '@/core/export/mark';
import { PICTURE_FILES } from '@/core/export/pictures';
import { framesOf, opacityFor } from '@/core/export/settings';
import { sidecarText } from '@/core/export/sidecar';
import type { Piece } from '@/core/piece/types';
import type { DrawJob } from '../page/frames';
import { openDrawer } from './drawer';
import { checkFfmpeg, checkTarget, writeFilm } from './films';
import { FramesFolder } from './folder';
import { renderOrder, type Order, type OrderOptions } from './order';

/** What `render` is asked for, as it is typed. */
export interface RenderOptions extends OrderOptions {
  out: string;
  replace?: boolean;
  json?: boolean;
  /** What is known of the checks: it is written beside the frames. */
  known?: KnownChecks;
}

/** Told of what goes on: a line for people, or one of JSON for other programs. */
export interface Tell {
  progress: (done: number, total: number) => void;
  data: (line: string) => void;
  /** A line for people that cannot wait for the end. */
  say: (line: string) => void;
}

/**
 * Draws frames of a job and gives each away, in any order.
 * @param folder where they end up; one that is written there by others is given without its bytes
 */
export type DrawFrames = (
  job: DrawJob,
  frames: readonly number[],
  folder: FramesFolder,
  give: (frame: number, bytes: Uint8Array | null) => Promise<void>,
) => Promise<void>;

/** How many frames were drawn, and how many were there; and the paths of all of them. */
interface DrawnFrames {
  drawn: number;
  kept: number;
  files: string[];
}

/** Draws on this machine. @throws NoBrowser; Error with a sentence */
export const drawHere: DrawFrames = async (job, frames, _folder, give) => {
  const drawer = await openDrawer(job);
  try {
    for (const frame of frames) await give(frame, await drawer.file(frame));
  } finally {
    await drawer.close();
  }
};

/**
 * Draws frames of a piece into a folder, as the interface exports them, or a film of them into a file. Frames that are
 * there already and whole are kept, as long as nothing that they depend on has changed; those of a film lie beside it
 * until it is written.
 * @returns how many were drawn, and how many were there, in words or as JSON
 * @throws Wrong, NoBrowser, or Error with a sentence where it cannot be drawn
 */
export async function render(piece: Piece, options: RenderOptions, draw: DrawFrames, tell: Tell): Promise<string> {
  const { out } = options;
  const order = renderOrder(piece, options);
  const { film, settings } = order;
  if (!film) {
    const { drawn, kept } = await drawFrames(piece, order, { ...options, folder: out }, draw, tell);
    return options.json
      ? JSON.stringify({ folder: out, drawn, kept })
      : `${out}: ${drawn} frames drawn, ${kept} were there`;
  }
  checkTarget(film, out, order.file.size);
  await checkFfmpeg();
  const folder = `${out}.frames`;
  const { drawn, kept, files } = await drawFrames(piece, order, { ...options, folder, replace: true }, draw, tell);
  const rounds = piece.loop.play === 'once' ? 1 : settings.loops;
  await writeFilm(film, Array.from({ length: rounds }, () => files).flat(), piece.loop.rate, out);
  await rm(folder, { recursive: true });
  return options.json
    ? JSON.stringify({ file: out, drawn, kept })
    : `${out}: ${film.name}, ${rounds * files.length} frames; ${drawn} drawn, ${kept} were there`;
}

async function drawFrames(
  piece: Piece,
  { settings, span, size, file }: Order,
  { folder, replace = false, json, known = {} }: Omit<RenderOptions, 'out'> & { folder: string },
  draw: DrawFrames,
  tell: Tell,
): Promise<DrawnFrames> {
  const { stem, cut, output } = file;
  const mark = await exportMark(piece, settings, size, cut);
  const { ending } = PICTURE_FILES[settings.picture];
  const frames = new FramesFolder({ folder, stem, ending, count: piece.loop.frames, mark });
  const there = await frames.there(replace);
  const facts = { closes: known.seam ?? null, mark, output, checks: known };
  await frames.describe(sidecarText(piece, settings, span, file.size, facts));
  const wanted = framesOf(span);
  const missing = wanted.filter((frame) => !there.has(frame));
  const picture = { format: settings.picture, opacity: opacityFor(settings), quality: settings.quality, ...file.size };
  let done = 0;
  const give = async (frame: number, bytes: Uint8Array | null) => {
    if (bytes) await frames.write(frame, bytes);
    done++;
    if (json) tell.data(JSON.stringify({ frame, file: frames.nameOf(frame) }));
    else tell.progress(done, missing.length);
  };
  if (missing.length > 0) await draw({ piece, size, cut, samples: settings.samples, picture }, missing, frames, give);
  return {
    drawn: missing.length,
    kept: wanted.length - missing.length,
    files: wanted.map((frame) => frames.fileOf(frame)),
  };
}
