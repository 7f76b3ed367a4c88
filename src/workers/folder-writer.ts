import { PICTURE_FILES } from '@/core/export/pictures';
import { frameName } from '@/core/export/settings';
import type { FramesJob } from './job';
import { encodePicture, type FilePixels } from './pictures';

/** Writes numbered pictures into a folder: each is there whole or not at all. */
export class FolderWriter {
  private constructor(
    private readonly job: FramesJob,
    private readonly folder: FileSystemDirectoryHandle,
  ) {}

  /** What goes along with the frames is written first: it says what they are, should they be gone on with. */
  static async open(job: FramesJob, folder: FileSystemDirectoryHandle): Promise<FolderWriter> {
    const writer = new FolderWriter(job, folder);
    if (job.beside) await writer.write(job.beside.name, job.beside.text);
    return writer;
  }

  async add(pixels: FilePixels, _index: number, frame: number): Promise<void> {
    const { stem, frames, picture } = this.job;
    const name = frameName(stem, frame, frames, PICTURE_FILES[picture.format].ending);
    await this.write(name, await encodePicture(pixels, picture));
  }

  finish(): Promise<null> {
    return Promise.resolve(null);
  }

  private async write(name: string, content: Uint8Array<ArrayBuffer> | string): Promise<void> {
    try {
      const file = await this.folder.getFileHandle(name, { create: true });
      const stream = await file.createWritable();
      await stream.write(content);
      await stream.close();
    } catch (error) {
      throw new Error(sentenceOf(error as Error, name));
    }
  }
}

const AGAIN = 'What is written stays in the folder; export into it again to go on with the next frame.';

function sentenceOf({ name: kind }: Error, file: string): string {
  if (kind === 'QuotaExceededError') return `There is no room left on the disk for "${file}". ${AGAIN}`;
  if (kind === 'NotFoundError') return `The folder is not there any more, so "${file}" could not be written.`;
  return `"${file}" could not be written: this page may not write into the folder any more. ${AGAIN}`;
}
