import { exportedFiles, type ExportedFile } from '@/core/export/exported-files';
import { PICTURE_FILES, PICTURE_FORMATS, type PictureFormat } from '@/core/export/pictures';
import {
  DEFAULT_SETTINGS,
  MAX_LOOPS,
  SAMPLES,
  spanWithin,
  type ExportSettings,
  type ExportSpan,
} from '@/core/export/settings';
import { LIMITS } from '@/core/piece/limits';
import type { Piece } from '@/core/piece/types';
import { Wrong } from '../wrong';
import { FILM_TARGETS, type FilmTarget } from './films';

/** What is drawn, as options of `render` say it. */
export interface OrderOptions {
  frames?: string;
  every?: string;
  size?: string;
  samples?: string;
  format?: string;
  opacity?: string;
  output?: string;
  loops?: string;
}

/** What is drawn. */
export interface Order {
  settings: ExportSettings;
  span: ExportSpan;
  /** Pixels of the whole picture. */
  size: { width: number; height: number };
  /** The output that is written, or the whole picture. */
  file: ExportedFile;
  /** The film that is made of the frames; null where they are what is wanted. */
  film: FilmTarget | null;
}

/** @throws Wrong naming the option and what it takes */
export function whole(text: string, option: string, low: number, high: number): number {
  const value = Number(text);
  if (!Number.isInteger(value) || value < low || value > high)
    throw new Wrong(`--${option} takes a whole number from ${low} to ${high}.`);
  return value;
}

/** @throws Wrong naming the option that is not right; PieceError where an output lies outside of the picture */
export function renderOrder(piece: Piece, options: OrderOptions): Order {
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
