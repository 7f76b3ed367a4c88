import type { FilmCodec, FilmFormat, FilmPart } from '@/core/export/films';
import type { FilmRange } from '@/core/formats/film-planes';
import type { Channels } from '@/core/sound/sound';
import type { PictureJob } from './pictures';

/** Numbered pictures in a ZIP, or in a folder. */
export interface FramesJob {
  kind: 'frames';
  picture: PictureJob;
  /** Start of the names of the files. */
  stem: string;
  /** Frames that the loop has. */
  frames: number;
  /** A text that goes along with them. */
  beside?: { name: string; text: string };
  /** Where they go; a ZIP without. */
  folder?: FileSystemDirectoryHandle;
}

/** A film. */
export interface FilmJob {
  kind: 'film';
  format: FilmFormat;
  codec: FilmCodec;
  shows: FilmPart;
  /** Pixels. */
  width: number;
  height: number;
  /** Frames that it gets. */
  frames: number;
  /** Frames at its end that are the last one again: they are silent. */
  held: number;
  /** Frames per second. */
  rate: number;
  bitsPerPixel: number;
  range: FilmRange;
  /** What is heard over the loop, where it is wanted. */
  sound?: Channels;
}

/** What is being written. */
export type Job = FramesJob | FilmJob;
