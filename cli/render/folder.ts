import { mkdir, readdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { frameName } from '@/core/export/settings';
import { sidecarMark } from '@/core/export/sidecar';
import { Wrong } from '../wrong';

/** Where frames of one export lie, and what they are called. */
export interface FramesPlace {
  folder: string;
  /** What their names begin with. */
  stem: string;
  /** What they end in. */
  ending: string;
  /** Frames of the loop. */
  count: number;
  /** What tells them from those of any other export: see `exportMark`. */
  mark: string;
}

/** A folder of frames. */
export class FramesFolder {
  private readonly sidecar: string;

  constructor(readonly place: FramesPlace) {
    this.sidecar = path.join(place.folder, `${place.stem}.json`);
  }

  nameOf(frame: number): string {
    const { stem, count, ending } = this.place;
    return frameName(stem, frame, count, ending);
  }

  fileOf(frame: number): string {
    return path.join(this.place.folder, this.nameOf(frame));
  }

  /**
   * Makes the folder where there is none. @returns frames that are in it and whole
   * @param replace frames of another export are deleted
   * @throws Wrong where there are some and they may not be
   */
  async there(replace: boolean): Promise<Set<number>> {
    const { folder, count } = this.place;
    await mkdir(folder, { recursive: true });
    const files = new Set(await readdir(folder));
    const there = Array.from({ length: count }, (_, n) => n).filter((n) => files.has(this.nameOf(n)));
    if (there.length === 0 || (await this.isMarked())) return new Set(there);
    if (!replace)
      throw new Wrong(
        `${folder} holds ${there.length} frames of the same names that are of another state of the piece, or were ` +
          'drawn otherwise. Take another folder, or delete them with --replace.',
      );
    for (const frame of there) await rm(this.fileOf(frame));
    return new Set();
  }

  /** Does the text beside the frames say that they are of this export? */
  async isMarked(): Promise<boolean> {
    return sidecarMark(await readFile(this.sidecar, 'utf8').catch(() => '')) === this.place.mark;
  }

  async describe(text: string): Promise<void> {
    await writeWhole(this.sidecar, text);
  }

  async write(frame: number, bytes: Uint8Array): Promise<void> {
    await writeWhole(this.fileOf(frame), bytes);
  }
}

/** Writes a file so that it is there whole or not at all, also where several processes write it. */
async function writeWhole(file: string, content: string | Uint8Array): Promise<void> {
  const part = `${file}.${process.pid}.part`;
  try {
    await writeFile(part, content);
    await rename(part, file);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}
