import { mkdir, readdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { exportedFiles, type ExportedFile } from '@/core/export/exported-files';
import { exportMark } from '@/core/export/mark';
import { PICTURE_FILES, PICTURE_FORMATS, type PictureFormat } from '@/core/export/pictures';
import {
  DEFAULT_SETTINGS,
  frameName,
  framesOf,
  MAX_LOOPS,
  opacityFor,
  SAMPLES,
  spanWithin,
  type ExportSettings,
  type ExportSpan,
} from '@/core/export/settings';
import { sidecarMark, sidecarText } from '@/core/export/sidecar';
import { LIMITS } from '@/core/piece/limits';
import type { Piece } from '@/core/piece/types';
import { openPage } from './browser';
import { checkFfmpeg, checkTarget, FILM_TARGETS, writeFilm, type FilmTarget } from './films';
import type { Frames } from './page/frames';
import { Wrong } from './wrong';

/** What `render` is asked for, as it is typed. */
export interface RenderOptions {
  out: string;
  frames?: string;
  every?: string;
  size?: string;
  samples?: string;
  format?: string;
  opacity?: string;
  output?: string;
  loops?: string;
  replace?: boolean;
  json?: boolean;
}

interface Order {
  settings: ExportSettings;
  span: ExportSpan;
  /** Pixels of the whole picture. */
  size: { width: number; height: number };
  /** The output that is written, or the whole picture. */
  file: ExportedFile;
  /** The film that is made of the frames; null where they are what is wanted. */
  film: FilmTarget | null;
}

function whole(text: string, option: string, low: number, high: number): number {
  const value = Number(text);
  if (!Number.isInteger(value) || value < low || value > high)
    throw new Wrong(`--${option} takes a whole number from ${low} to ${high}.`);
  return value;
}

/** @throws Wrong naming the option that is not right; PieceError where an output lies outside of the picture */
export function renderOrder(piece: Piece, options: Omit<RenderOptions, 'out'>): Order {
  const { frames } = piece.loop;
  const [, first, last] = /^(\d+)(?:-(\d+))?$/.exec(options.frames ?? `0-${frames - 1}`) ?? [];
  if (first === undefined || Number(last ?? first) < Number(first) || Number(last ?? first) >= frames)
    throw new Wrong(`--frames takes one frame or two with a hyphen, such as 0-${frames - 1}, within the loop.`);
  const every = whole(options.every ?? '1', 'every', 1, frames);
  const [, width, height] =
    /^(\d+)x(\d+)$/.exec(options.size ?? `${piece.picture.width}x${piece.picture.height}`) ?? [];
  if (!width) throw new Wrong('--size takes pixels, such as 1920x1080.');
  const side = (text: string) => whole(text, 'size', LIMITS.shortestSide, LIMITS.pictureSide);
  const size = { width: side(width), height: side(height!) };
  const film = filmOf(options.format);
  // Films are made of what loses nothing, and has more bits than any of them.
  const picture = film ? 'png16' : ((options.format ?? DEFAULT_SETTINGS.picture) as PictureFormat);
  if (!PICTURE_FORMATS.includes(picture))
    throw new Wrong(`--format takes ${[...PICTURE_FORMATS, ...Object.keys(FILM_TARGETS)].join(', ')}.`);
  const samples = Number(options.samples ?? DEFAULT_SETTINGS.samples);
  if (!SAMPLES.includes(samples)) throw new Wrong(`--samples takes ${SAMPLES.join(', ')}.`);
  const opacity = (options.opacity ??
    PICTURE_FILES[picture].opacities[0] ??
    'premultiplied') as ExportSettings['opacity'];
  if (opacity !== 'straight' && opacity !== 'premultiplied')
    throw new Wrong('--opacity takes straight or premultiplied.');
  const loops = whole(options.loops ?? '1', 'loops', 1, MAX_LOOPS);
  return {
    settings: {
      ...DEFAULT_SETTINGS,
      ...{ picture, samples, loops },
      opacity: film ? (film.hasOpacity ? 'straight' : 'premultiplied') : opacity,
    },
    span: spanWithin({ first: Number(first), last: Number(last ?? first), every }, frames),
    size,
    file: fileOf(piece, size, options.output),
    film,
  };
}

const filmOf = (format: string | undefined): FilmTarget | null =>
  format !== undefined && Object.hasOwn(FILM_TARGETS, format) ? FILM_TARGETS[format]! : null;

function fileOf(piece: Piece, size: Order['size'], name: string | undefined): ExportedFile {
  const outputs = piece.outputs ?? [];
  const wanted = outputs.filter((o) => o.name === name);
  if (name !== undefined && wanted.length === 0)
    throw new Wrong(
      `There is no output "${name}"; the piece has ${outputs.map((o) => `"${o.name}"`).join(', ') || 'none'}.`,
    );
  return exportedFiles(piece, size, wanted)[0]!;
}

/** Told of what goes on: a line for people, or one of JSON for other programs. */
export interface Tell {
  progress: (done: number, total: number) => void;
  data: (line: string) => void;
}

/** How many frames were drawn, and how many were there; and the paths of all of them. */
interface DrawnFrames {
  drawn: number;
  kept: number;
  files: string[];
}

/**
 * Draws frames of a piece into a folder, as the interface exports them, or a film of them into a file. Frames that are
 * there already and whole are kept, as long as nothing that they depend on has changed; those of a film lie beside it
 * until it is written.
 * @returns how many were drawn, and how many were there, in words or as JSON
 * @throws Wrong, NoBrowser, or Error with a sentence where it cannot be drawn
 */
export async function render(piece: Piece, options: RenderOptions, tell: Tell): Promise<string> {
  const { out } = options;
  const order = renderOrder(piece, options);
  const { film, settings } = order;
  if (!film) {
    const { drawn, kept } = await drawFrames(piece, order, { ...options, folder: out }, tell);
    return options.json
      ? JSON.stringify({ folder: out, drawn, kept })
      : `${out}: ${drawn} frames drawn, ${kept} were there`;
  }
  checkTarget(film, out, order.file.size);
  await checkFfmpeg();
  const folder = `${out}.frames`;
  const { drawn, kept, files } = await drawFrames(piece, order, { ...options, folder, replace: true }, tell);
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
  { folder, replace = false, json }: { folder: string; replace?: boolean; json?: boolean },
  tell: Tell,
): Promise<DrawnFrames> {
  const { stem, cut, output } = file;
  const { ending } = PICTURE_FILES[settings.picture];
  const nameOf = (frame: number) => frameName(stem, frame, piece.loop.frames, ending);
  const sidecar = path.join(folder, `${stem}.json`);
  await mkdir(folder, { recursive: true });
  const mark = await exportMark(piece, settings, size, cut);
  const names = Array.from({ length: piece.loop.frames }, (_, n) => nameOf(n));
  const there = await written({ folder, sidecar, mark, names, replace });
  await writeWhole(sidecar, sidecarText(piece, settings, span, file.size, { closes: null, mark, output, checks: {} }));
  const wanted = framesOf(span);
  const missing = wanted.filter((frame) => !there.has(nameOf(frame)));
  if (missing.length > 0) {
    const { page, browser } = await openPage('cli/page/frames.ts');
    try {
      const picture = {
        format: settings.picture,
        opacity: opacityFor(settings),
        quality: settings.quality,
        ...file.size,
      };
      await page.evaluate(
        ([p, whole, job, samples, part]) =>
          (globalThis as unknown as { frames: Frames }).frames.open(p, { size: whole, cut: part, samples }, job),
        [piece, size, picture, settings.samples, cut] as const,
      );
      for (const [i, frame] of missing.entries()) {
        const phase = frame / piece.loop.frames;
        const bytes = await page.evaluate((at) => (globalThis as unknown as { frames: Frames }).frames.file(at), phase);
        await writeWhole(path.join(folder, nameOf(frame)), Buffer.from(bytes, 'base64'));
        if (json) tell.data(JSON.stringify({ frame, file: nameOf(frame) }));
        else tell.progress(i + 1, missing.length);
      }
    } finally {
      await browser.close();
    }
  }
  return {
    drawn: missing.length,
    kept: wanted.length - missing.length,
    files: wanted.map((frame) => path.join(folder, nameOf(frame))),
  };
}

interface Written {
  folder: string;
  sidecar: string;
  mark: string;
  names: string[];
  /** Frames of another export may be deleted. */
  replace: boolean;
}

/**
 * Names of frames that are in a folder and belong to the same export.
 * @throws Wrong where others may not be deleted
 */
async function written({ folder, sidecar, mark, names, replace }: Written): Promise<Set<string>> {
  const files = new Set(await readdir(folder));
  const there = names.filter((name) => files.has(name));
  const known = sidecarMark(await readFile(sidecar, 'utf8').catch(() => ''));
  if (known === mark || there.length === 0) return new Set(there);
  if (!replace)
    throw new Wrong(
      `${folder} holds ${there.length} frames of the same names that are of another state of the piece, or were ` +
        'drawn otherwise. Take another folder, or delete them with --replace.',
    );
  for (const name of there) await rm(path.join(folder, name));
  return new Set();
}

/** Writes a file so that it is there whole or not at all. */
async function writeWhole(file: string, content: string | Buffer): Promise<void> {
  await writeFile(`${file}.part`, content);
  await rename(`${file}.part`, file);
}
