import { Zip, ZipPassThrough } from 'fflate';

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
