/** There is no room left for what is written. */
export class NoRoom extends Error {
  override readonly name = 'NoRoom';
  constructor() {
    super(
      'There is no room left on this disk for what is exported, so no file was written. Nothing of the piece is ' +
        'lost; make room, or export fewer or smaller frames.',
    );
  }
}

/** A file that is written a piece at a time. */
export interface FileSink {
  /** Writes bytes at a place, counted in bytes from the beginning. @throws NoRoom */
  write(bytes: Uint8Array<ArrayBuffer>, at: number): void;
  /** Reads as many bytes as there are, at most `length`. */
  read(at: number, length: number): Uint8Array<ArrayBuffer>;
  /** Closes the file and gives what was written. */
  finish(): Promise<Blob>;
}

const FOLDER = 'exports';
/** Milliseconds after which a file that was handed over is taken for saved. */
const KEPT_MS = 3_600_000;

/**
 * A file in the browser's own store, so that what is exported may be longer than memory; in memory where the browser
 * has no such store for this page.
 */
export async function openSink(): Promise<FileSink> {
  try {
    const root = await navigator.storage.getDirectory();
    const folder = await root.getDirectoryHandle(FOLDER, { create: true });
    await dropOld(folder);
    const file = await folder.getFileHandle(crypto.randomUUID(), { create: true });
    return new StoredFile(file, await file.createSyncAccessHandle());
  } catch {
    return new FileInMemory();
  }
}

/** Deletes what earlier exports left behind. */
async function dropOld(folder: FileSystemDirectoryHandle): Promise<void> {
  for await (const name of folder.keys()) {
    const { lastModified } = await (await folder.getFileHandle(name)).getFile();
    // Another tab may be writing it.
    if (Date.now() - lastModified > KEPT_MS) await folder.removeEntry(name).catch(() => undefined);
  }
}

class StoredFile implements FileSink {
  constructor(
    private readonly file: FileSystemFileHandle,
    private readonly handle: FileSystemSyncAccessHandle,
  ) {}

  write(bytes: Uint8Array<ArrayBuffer>, at: number): void {
    let written = 0;
    try {
      written = this.handle.write(bytes, { at });
    } catch {
      throw new NoRoom();
    }
    if (written < bytes.length) throw new NoRoom();
  }

  read(at: number, length: number): Uint8Array<ArrayBuffer> {
    const bytes = new Uint8Array(length);
    return bytes.subarray(0, this.handle.read(bytes, { at }));
  }

  async finish(): Promise<Blob> {
    this.handle.flush();
    this.handle.close();
    return this.file.getFile();
  }
}

/** Bytes by which the store of a file in memory grows at least. */
const GROWTH_BYTES = 1 << 20;

class FileInMemory implements FileSink {
  private bytes = new Uint8Array(GROWTH_BYTES);
  private size = 0;

  write(bytes: Uint8Array<ArrayBuffer>, at: number): void {
    const end = at + bytes.length;
    if (end > this.bytes.length) {
      const larger = new Uint8Array(Math.max(end, 2 * this.bytes.length));
      larger.set(this.bytes);
      this.bytes = larger;
    }
    this.bytes.set(bytes, at);
    this.size = Math.max(this.size, end);
  }

  read(at: number, length: number): Uint8Array<ArrayBuffer> {
    return this.bytes.slice(at, Math.min(at + length, this.size));
  }

  async finish(): Promise<Blob> {
    return new Blob([this.bytes.subarray(0, this.size)]);
  }
}
