import { mkdir, readdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { exportMark } from '@/core/export/mark';
import { PICTURE_FILES, PICTURE_FORMATS, type PictureFormat } from '@/core/export/pictures';
import {
  DEFAULT_SETTINGS,
  frameName,
  framesOf,
  opacityFor,
  SAMPLES,
  spanWithin,
  type ExportSettings,
  type ExportSpan,
} from '@/core/export/settings';
import { sidecarMark, sidecarText } from '@/core/export/sidecar';
import { fileStem } from '@/core/formats/file-stem';
import { LIMITS } from '@/core/piece/limits';
import type { Piece } from '@/core/piece/types';
import { openPage } from './browser';
import type { Frames } from './page/frames';
import { Wrong } from './wrong';

/** What `render` is asked for, as it is typed. */
export interface RenderOptions {
  out?: string;
  frames?: string;
  every?: string;
  size?: string;
  samples?: string;
  format?: string;
  opacity?: string;
  json?: boolean;
}

interface Order {
  settings: ExportSettings;
  span: ExportSpan;
  /** Pixels. */
  size: { width: number; height: number };
}

function whole(text: string, option: string, low: number, high: number): number {
  const value = Number(text);
  if (!Number.isInteger(value) || value < low || value > high)
    throw new Wrong(`--${option} takes a whole number from ${low} to ${high}.`);
  return value;
}

const MIN_SIDE = 16;

/** @throws Wrong naming the option that is not right */
export function renderOrder(piece: Piece, options: RenderOptions): Order {
  const { frames } = piece.loop;
  const [, first, last] = /^(\d+)(?:-(\d+))?$/.exec(options.frames ?? `0-${frames - 1}`) ?? [];
  if (first === undefined || Number(last ?? first) < Number(first) || Number(last ?? first) >= frames)
    throw new Wrong(`--frames takes one frame or two with a hyphen, such as 0-${frames - 1}, within the loop.`);
  const every = whole(options.every ?? '1', 'every', 1, frames);
  const [, width, height] =
    /^(\d+)x(\d+)$/.exec(options.size ?? `${piece.picture.width}x${piece.picture.height}`) ?? [];
  if (!width) throw new Wrong('--size takes pixels, such as 1920x1080.');
  const side = (text: string) => whole(text, 'size', MIN_SIDE, LIMITS.pictureSide);
  const picture = (options.format ?? DEFAULT_SETTINGS.picture) as PictureFormat;
  if (!PICTURE_FORMATS.includes(picture)) throw new Wrong(`--format takes ${PICTURE_FORMATS.join(', ')}.`);
  const samples = Number(options.samples ?? DEFAULT_SETTINGS.samples);
  if (!SAMPLES.includes(samples)) throw new Wrong(`--samples takes ${SAMPLES.join(', ')}.`);
  const opacity = (options.opacity ??
    PICTURE_FILES[picture].opacities[0] ??
    'premultiplied') as ExportSettings['opacity'];
  if (opacity !== 'straight' && opacity !== 'premultiplied')
    throw new Wrong('--opacity takes straight or premultiplied.');
  return {
    settings: { ...DEFAULT_SETTINGS, picture, samples, opacity },
    span: spanWithin({ first: Number(first), last: Number(last ?? first), every }, frames),
    size: { width: side(width), height: side(height!) },
  };
}

/** Told of what goes on: a line for people, or one of JSON for other programs. */
export interface Tell {
  progress: (line: string) => void;
  data: (line: string) => void;
}

/**
 * Draws frames of a piece into a folder, as the interface exports them. Frames that are there already and whole are
 * kept, as long as nothing that they depend on has changed.
 * @returns how many were drawn, and how many were there, in words or as JSON
 * @throws Wrong, NoBrowser, or Error with a sentence where it cannot be drawn
 */
export async function render(piece: Piece, options: RenderOptions, tell: Tell): Promise<string> {
  const { out } = options;
  if (!out) throw new Wrong('Say where to: --out FOLDER.');
  const { settings, span, size } = renderOrder(piece, options);
  const stem = fileStem(piece.name);
  const nameOf = (frame: number) => frameName(stem, frame, piece.loop.frames, PICTURE_FILES[settings.picture].ending);
  const sidecar = path.join(out, `${stem}.json`);
  await mkdir(out, { recursive: true });
  const mark = await exportMark(piece, settings, size);
  const there = await written(
    out,
    sidecar,
    mark,
    Array.from({ length: piece.loop.frames }, (_, n) => nameOf(n)),
  );
  await writeWhole(sidecar, sidecarText(piece, settings, span, size, { closes: null, mark }));
  const wanted = framesOf(span);
  const missing = wanted.filter((frame) => !there.has(nameOf(frame)));
  if (missing.length > 0) {
    const { page, browser } = await openPage('cli/page/frames.ts');
    try {
      const picture = { format: settings.picture, opacity: opacityFor(settings), quality: settings.quality, ...size };
      await page.evaluate(
        ([p, job, samples]) => (globalThis as unknown as { frames: Frames }).frames.open(p, job, samples),
        [piece, picture, settings.samples] as const,
      );
      for (const [i, frame] of missing.entries()) {
        const phase = frame / piece.loop.frames;
        const file = await page.evaluate((at) => (globalThis as unknown as { frames: Frames }).frames.file(at), phase);
        await writeWhole(path.join(out, nameOf(frame)), Buffer.from(file, 'base64'));
        if (options.json) tell.data(JSON.stringify({ frame, file: nameOf(frame) }));
        else tell.progress(`${i + 1} of ${missing.length} frames`);
      }
    } finally {
      await browser.close();
    }
  }
  const kept = wanted.length - missing.length;
  return options.json
    ? JSON.stringify({ folder: out, drawn: missing.length, kept })
    : `${out}: ${missing.length} frames drawn, ${kept} were there`;
}

/** Names of frames that are in a folder and belong to the same export; others of the same names are deleted. */
async function written(out: string, sidecar: string, mark: string, names: string[]): Promise<Set<string>> {
  const files = new Set(await readdir(out));
  const there = names.filter((name) => files.has(name));
  const known = sidecarMark(await readFile(sidecar, 'utf8').catch(() => ''));
  if (known === mark) return new Set(there);
  for (const name of there) await rm(path.join(out, name));
  return new Set();
}

/** Writes a file so that it is there whole or not at all. */
async function writeWhole(file: string, content: string | Buffer): Promise<void> {
  await writeFile(`${file}.part`, content);
  await rename(`${file}.part`, file);
}
