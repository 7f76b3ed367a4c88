import { Zip, ZipPassThrough } from 'fflate';

/** The earliest time that a ZIP can hold: the same frames are the same bytes whenever they are written. */
const NO_TIME = new Date(1980, 0, 1);

/** A ZIP of files that are compressed already (PNGs), so they are stored as they are. */
export class FrameZip {
  private readonly chunks: Uint8Array[] = [];
  private size = 0;
  private readonly zip = new Zip((error, chunk) => {
    if (error) throw error;
    this.chunks.push(chunk);
    this.size += chunk.length;
  });

  add(name: string, bytes: Uint8Array): void {
    const file = new ZipPassThrough(name);
    file.mtime = NO_TIME;
    this.zip.add(file);
    file.push(bytes, true);
  }

  finish(): Uint8Array<ArrayBuffer> {
    this.zip.end();
    const all = new Uint8Array(this.size);
    let at = 0;
    for (const chunk of this.chunks) {
      all.set(chunk, at);
      at += chunk.length;
    }
    return all;
  }
}
