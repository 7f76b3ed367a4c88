/** Files of films that are written. */
export type FilmFormat = 'webm' | 'mp4';

/** Encoders of pictures, by their names in WebCodecs' registry. */
export type FilmCodec = 'vp9' | 'av1' | 'avc' | 'hevc';

export const CODEC_NAMES: Record<FilmCodec, string> = { vp9: 'VP9', av1: 'AV1', avc: 'H.264', hevc: 'HEVC' };

export interface FilmFileType {
  name: string;
  /** What the names of its files end in. */
  ending: string;
  mime: string;
  /** What its pictures can be encoded as, the usual one first. */
  codecs: readonly FilmCodec[];
  /** What its sound is encoded as: the first that the browser can. */
  sounds: readonly ('opus' | 'aac')[];
}

export const FILM_FILES: Record<FilmFormat, FilmFileType> = {
  webm: { name: 'WebM', ending: 'webm', mime: 'video/webm', codecs: ['vp9', 'av1'], sounds: ['opus'] },
  mp4: { name: 'MP4', ending: 'mp4', mime: 'video/mp4', codecs: ['avc', 'hevc', 'av1'], sounds: ['aac', 'opus'] },
};

export const FILM_FORMATS = Object.keys(FILM_FILES) as FilmFormat[];

/** H.264 and HEVC take even sizes only; the last column or row is left out where there is one too many. */
export const writtenSide = (codec: FilmCodec, side: number): number =>
  codec === 'avc' || codec === 'hevc' ? side - (side % 2) : side;

/** What becomes of what is open: it is over black, the film keeps its opacity, or a second film holds it, its matte. */
export type FilmOpacity = 'black' | 'kept' | 'matte';

export const FILM_OPACITIES: Record<FilmOpacity, { name: string }> = {
  black: { name: 'Over black' },
  kept: { name: 'Opacity kept' },
  matte: { name: 'Colour and matte' },
};

/** As it is wanted; where a film cannot keep opacity, a matte holds it. VP9 in WebM alone can. */
export const filmOpacityFor = (wanted: FilmOpacity, format: FilmFormat, codec: FilmCodec): FilmOpacity =>
  wanted === 'kept' && !(format === 'webm' && codec === 'vp9') ? 'matte' : wanted;

/** What a film shows: colour over black, colour with its opacity, or opacity as grey. */
export type FilmPart = 'flat' | 'open' | 'matte';

/** The films that one export of a picture becomes. */
export const FILM_PARTS: Record<FilmOpacity, readonly FilmPart[]> = {
  black: ['flat'],
  kept: ['open'],
  matte: ['flat', 'matte'],
};
