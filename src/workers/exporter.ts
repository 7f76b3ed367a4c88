import * as Comlink from 'comlink';
import { PICTURE_FILES } from '@/core/export/pictures';
import { frameName } from '@/core/export/settings';
import { openSink, type FileSink } from './file-sink';
import { FolderWriter } from './folder-writer';
import { FrameZip } from './frame-zip';
import type { FramesJob, Job } from './job';
import { encodePicture, type PictureJob, type FilePixels } from './pictures';
import { VideoWriter } from './video';

interface FileWriter {
  /**
   * @param index counted from 0, of those that are written
   * @param frame counted from 0, in the loop
   */
  add(pixels: FilePixels, index: number, frame: number): Promise<void>;
  /** The file; null where it is in the artist's folder. */
  finish(): Promise<Blob | null>;
}

class ZipWriter implements FileWriter {
  private readonly zip: FrameZip;

  constructor(
    private readonly job: FramesJob,
    sink: FileSink,
  ) {
    this.zip = new FrameZip(sink);
  }

  async add(pixels: FilePixels, _index: number, frame: number): Promise<void> {
    const { stem, frames, picture } = this.job;
    const name = frameName(stem, frame, frames, PICTURE_FILES[picture.format].ending);
    await this.zip.add(name, await encodePicture(pixels, picture));
  }

  async finish(): Promise<Blob> {
    const { beside } = this.job;
    if (beside) await this.zip.add(beside.name, beside.text);
    return this.zip.finish();
  }
}

class FilmWriter implements FileWriter {
  constructor(private readonly video: VideoWriter) {}

  add(pixels: FilePixels, index: number, frame: number): Promise<void> {
    return this.video.add(pixels as Uint8ClampedArray<ArrayBuffer>, index, frame);
  }

  finish(): Promise<Blob> {
    return this.video.finish();
  }
}

async function writerOf(job: Job): Promise<FileWriter> {
  if (job.kind === 'frames' && job.folder) return FolderWriter.open(job, job.folder);
  const sink = await openSink();
  return job.kind === 'frames' ? new ZipWriter(job, sink) : new FilmWriter(await VideoWriter.open(job, sink));
}

let writer: FileWriter | null = null;

export const exporter = {
  /** @throws with a sentence for the artist where the browser cannot encode this. */
  async begin(job: Job): Promise<void> {
    writer = await writerOf(job);
  },

  /** Adds a frame: RGBA pixels, top row first: see `FileWriter`. Resolves when the next may come. */
  async add(pixels: FilePixels, index: number, frame: number): Promise<void> {
    await writer!.add(pixels, index, frame);
  },

  finish: (): Promise<Blob | null> => writer!.finish(),

  async still(pixels: FilePixels, job: PictureJob): Promise<Uint8Array<ArrayBuffer>> {
    const bytes = await encodePicture(pixels, job);
    return Comlink.transfer(bytes, [bytes.buffer]);
  },
};

export type Exporter = typeof exporter;
