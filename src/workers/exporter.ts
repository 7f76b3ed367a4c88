import * as Comlink from 'comlink';
import { FrameZip } from '@/core/formats/frame-zip';
import { encodePng } from './png';
import type { Job } from './job';
import { VideoWriter } from './video';

interface FileWriter {
  add(pixels: Uint8ClampedArray<ArrayBuffer>, frame: number): Promise<void>;
  finish(): Promise<Uint8Array<ArrayBuffer>>;
}

class ZipWriter implements FileWriter {
  private readonly zip = new FrameZip();

  constructor(private readonly job: Job) {}

  async add(pixels: Uint8ClampedArray<ArrayBuffer>, frame: number): Promise<void> {
    const digits = Math.max(4, String(this.job.frames - 1).length);
    this.zip.add(
      `${this.job.stem}_${String(frame).padStart(digits, '0')}.png`,
      await encodePng(pixels, this.job.width, this.job.height),
    );
  }

  async finish(): Promise<Uint8Array<ArrayBuffer>> {
    return this.zip.finish();
  }
}

let writer: FileWriter | null = null;

export const exporter = {
  /** @throws with a sentence for the artist where the browser cannot encode this. */
  async begin(job: Job): Promise<void> {
    writer = job.format === 'zip' ? new ZipWriter(job) : await VideoWriter.open(job.format, job);
  },

  /** Adds a frame: RGBA bytes, top row first. Resolves when the next may come. */
  async add(pixels: Uint8ClampedArray<ArrayBuffer>, frame: number): Promise<void> {
    await writer!.add(pixels, frame);
  },

  async finish(): Promise<Uint8Array<ArrayBuffer>> {
    const bytes = await writer!.finish();
    return Comlink.transfer(bytes, [bytes.buffer]);
  },

  async still(pixels: Uint8ClampedArray<ArrayBuffer>, width: number, height: number): Promise<Uint8Array<ArrayBuffer>> {
    const bytes = await encodePng(pixels, width, height);
    return Comlink.transfer(bytes, [bytes.buffer]);
  },
};

export type Exporter = typeof exporter;
