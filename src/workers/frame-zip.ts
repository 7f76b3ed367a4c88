import { makeZip } from 'client-zip';
import type { FileSink } from './file-sink';

/** The earliest time that a ZIP can hold: the same files are the same bytes whenever they are written. */
const NO_TIME = new Date(1980, 0, 1);

interface ZipEntry {
  name: string;
  input: Uint8Array<ArrayBuffer> | string;
  lastModified: Date;
}

/** A ZIP of files that are compressed already, so they are stored as they are; also beyond 4 GB. */
export class FrameZip {
  private readonly entries = new TransformStream<ZipEntry, ZipEntry>();
  private readonly writer = this.entries.writable.getWriter();
  private readonly written: Promise<void>;
  private size = 0;

  constructor(private readonly sink: FileSink) {
    this.written = this.pump();
    // It is told to whoever adds or finishes.
    this.written.catch(() => undefined);
  }

  private async pump(): Promise<void> {
    const reader = makeZip(given(this.entries.readable)).getReader();
    try {
      for (let next = await reader.read(); !next.done; next = await reader.read()) {
        this.sink.write(new Uint8Array(next.value), this.size);
        this.size += next.value.length;
      }
    } catch (error) {
      await this.writer.abort(error).catch(() => undefined);
      throw error;
    }
  }

  /** Resolves when the next may come. @throws where there is no room for it */
  async add(name: string, input: Uint8Array<ArrayBuffer> | string): Promise<void> {
    await this.writer.ready;
    await Promise.race([this.writer.write({ name, input, lastModified: NO_TIME }), this.written]);
  }

  async finish(): Promise<Blob> {
    await this.writer.close();
    await this.written;
    return this.sink.finish();
  }
}

/** Not every browser goes through a stream by itself. */
async function* given<T>(stream: ReadableStream<T>): AsyncGenerator<T> {
  const reader = stream.getReader();
  for (let next = await reader.read(); !next.done; next = await reader.read()) yield next.value;
}
