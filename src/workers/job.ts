export type VideoFormat = 'webm' | 'mp4';

/** What is being written: numbered PNGs in a ZIP, or a film. */
export interface Job {
  format: 'zip' | VideoFormat;
  width: number;
  height: number;
  frames: number;
  /** Frames per second. */
  rate: number;
  /** Start of the frame files' names. */
  stem: string;
}
