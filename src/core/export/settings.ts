import { LIMITS } from '../piece/limits';
import type { Piece } from '../piece/types';
import type { FilmRange } from '../formats/film-planes';
import { soundEntries, type Soundness } from '../stored';
import { FILM_FILES, FILM_FORMATS, FILM_OPACITIES } from './films';
import type { FilmCodec, FilmFormat, FilmOpacity } from './films';
import { PICTURE_FILES, PICTURE_FORMATS, type Opacity, type PictureFormat } from './pictures';

/** How the artist wants what is exported; the same for all pieces. */
export interface ExportSettings {
  /** An id of `SIZES`. */
  size: string;
  /** Samples of each pixel. */
  samples: number;
  /** Format of stills and frames. */
  picture: PictureFormat;
  /** How the file holds opacity, where its format allows both. */
  opacity: Opacity;
  /** Of what loses some: 0.1 to 1. */
  quality: number;
  /** Of films: an id of `FILM_QUALITIES`. */
  film: string;
  range: FilmRange;
  /** Of films, where they can: see `filmOpacityFor`. */
  filmOpacity: FilmOpacity;
  /** How often a film goes round. */
  loops: number;
  /** Seconds for which a film of a piece that plays once holds its last frame. */
  hold: number;
  /** Films have the sound of the loop, where it has one. */
  sound: boolean;
  /** Encoders of films, by their formats. */
  codecs: Record<FilmFormat, FilmCodec>;
}

export const DEFAULT_SETTINGS: ExportSettings = {
  size: 'piece',
  samples: 4,
  picture: 'png',
  opacity: 'straight',
  quality: 0.9,
  film: 'high',
  range: 'limited',
  filmOpacity: 'black',
  loops: 1,
  hold: 0,
  sound: true,
  codecs: { webm: 'vp9', mp4: 'avc' },
};

/** Frames that are exported, counted from 0: from the first to the last, every nth of them. */
export interface ExportSpan {
  first: number;
  last: number;
  every: number;
}

/** Pixels of a picture. */
export type PictureSize = Pick<Piece['picture'], 'width' | 'height'>;

const fixed = (name: string, width: number, height: number) => ({
  name,
  sizeOf: (): PictureSize => ({ width, height }),
});
const scaled = (name: string, factor: number) => ({
  name,
  sizeOf: ({ width, height }: PictureSize): PictureSize => ({
    width: Math.max(LIMITS.shortestSide, Math.round(width * factor)),
    height: Math.max(LIMITS.shortestSide, Math.round(height * factor)),
  }),
});

/** Sizes to choose from, by their ids. */
export const SIZES: Record<string, { name: string; sizeOf: (own: PictureSize) => PictureSize }> = {
  piece: scaled('The picture’s own', 1),
  half: scaled('Half', 0.5),
  double: scaled('Double', 2),
  hd: fixed('HD, 1920 x 1080', 1920, 1080),
  uhd: fixed('4K, 3840 x 2160', 3840, 2160),
  square: fixed('Square, 1080 x 1080', 1080, 1080),
  tall: fixed('Tall, 1080 x 1920', 1080, 1920),
};

/** Samples of each pixel to choose from; cards have at least 4 (OpenGL ES 3.0, table 6.27). */
export const SAMPLES = [1, 4, 8, 16];

/** Bits for each pixel and frame of a film. */
export const FILM_QUALITIES: Record<string, { name: string; bitsPerPixel: number }> = {
  draft: { name: 'Draft', bitsPerPixel: 0.08 },
  high: { name: 'High', bitsPerPixel: 0.25 },
  highest: { name: 'Highest', bitsPerPixel: 0.6 },
};

export const MAX_LOOPS = 100;
/** Seconds. */
export const MAX_HOLD = 600;

const isWithin = (low: number, high: number) => (value: unknown) =>
  typeof value === 'number' && value >= low && value <= high;

const IS_SOUND: Soundness<ExportSettings> = {
  size: (stored) => typeof stored === 'string' && Object.hasOwn(SIZES, stored),
  samples: (stored) => SAMPLES.includes(stored as number),
  picture: (stored) => PICTURE_FORMATS.includes(stored as PictureFormat),
  opacity: (stored) => stored === 'straight' || stored === 'premultiplied',
  quality: isWithin(0.1, 1),
  film: (stored) => typeof stored === 'string' && Object.hasOwn(FILM_QUALITIES, stored),
  range: (stored) => stored === 'limited' || stored === 'full',
  filmOpacity: (stored) => typeof stored === 'string' && Object.hasOwn(FILM_OPACITIES, stored),
  loops: (stored) => Number.isInteger(stored) && isWithin(1, MAX_LOOPS)(stored),
  hold: isWithin(0, MAX_HOLD),
  sound: (stored) => typeof stored === 'boolean',
  codecs: (stored) => {
    const given = Object(stored) as Record<string, unknown>;
    return FILM_FORMATS.every((format) => FILM_FILES[format].codecs.includes(given[format] as FilmCodec));
  },
};

/** Settings as they were stored; one that is not sound is as it is at first. */
export const settingsOf = (stored: unknown): ExportSettings => soundEntries(stored, DEFAULT_SETTINGS, IS_SOUND);

/** Pixels of what is exported of a piece, none of its sides longer than a piece may have them. */
export function sizeFor({ picture }: Piece, { size }: Pick<ExportSettings, 'size'>): PictureSize {
  const { width, height } = SIZES[size]!.sizeOf(picture);
  const shrink = Math.min(1, LIMITS.pictureSide / Math.max(width, height));
  return { width: Math.round(width * shrink), height: Math.round(height * shrink) };
}

/** Samples of each pixel as they are drawn: 0 is one, without any smoothing. */
export const drawnSamples = ({ samples }: Pick<ExportSettings, 'samples'>): number => (samples === 1 ? 0 : samples);

/** How the file of a picture holds opacity: as wanted where its format allows it. */
export function opacityFor({ picture, opacity }: Pick<ExportSettings, 'picture' | 'opacity'>): Opacity {
  const { opacities } = PICTURE_FILES[picture];
  return opacities.includes(opacity) ? opacity : (opacities[0] ?? 'premultiplied');
}

/** A span held within a loop of so many frames. */
export function spanWithin({ first, last, every }: ExportSpan, frames: number): ExportSpan {
  const begin = Math.min(Math.max(0, first), frames - 1);
  return {
    first: begin,
    last: Math.min(Math.max(begin, last), frames - 1),
    every: Math.min(Math.max(1, every), frames),
  };
}

/** The numbers of the frames of a span. */
export const framesOf = ({ first, last, every }: ExportSpan): number[] =>
  Array.from({ length: Math.floor((last - first) / every) + 1 }, (_, i) => first + i * every);

/** Name of the file of a frame, counted from 0: as many digits as the last one needs, four at least. */
export const frameName = (stem: string, frame: number, frames: number, ending: string): string =>
  `${stem}_${String(frame).padStart(Math.max(4, String(frames - 1).length), '0')}.${ending}`;
