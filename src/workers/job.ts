import type { FilmRange } from '@/core/formats/film-planes';
import type { PictureJob } from './pictures';

export type VideoFormat = 'webm' | 'mp4';

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
  format: VideoFormat;
  /** Pixels. */
  width: number;
  height: number;
  /** Frames that it gets. */
  frames: number;
  /** Frames per second. */
  rate: number;
  bitsPerPixel: number;
  range: FilmRange;
}

/** What is being written. */
export type Job = FramesJob | FilmJob;
