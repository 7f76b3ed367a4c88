import { sidecarMark } from '@/core/export/sidecar';

/** Folders on the artist's disk into which frames are exported (File System Access, WICG). */

declare global {
  interface Window {
    showDirectoryPicker?: (options: { id: string; mode: 'readwrite' }) => Promise<FileSystemDirectoryHandle>;
  }
}

export const canPickFolder = (): boolean => typeof window.showDirectoryPicker === 'function';

/** The folder that the artist picks; null where none was. */
export async function pickFolder(): Promise<FileSystemDirectoryHandle | null> {
  try {
    return await window.showDirectoryPicker!({ id: 'export', mode: 'readwrite' });
  } catch (error) {
    if ((error as Error).name === 'AbortError') return null;
    throw error;
  }
}

/** A folder holds frames of the same names that are of another export. */
export class OtherFrames extends Error {
  override readonly name = 'OtherFrames';
}

/** What is looked for in a folder. */
interface Wanted {
  /** Name of the file that says what the frames are. */
  sidecar: string;
  mark: string;
  names: readonly string[];
  /** Frames of another export are deleted. */
  replace: boolean;
}

/**
 * Those of the names that are in a folder already, as long as they were written with the same mark.
 * @throws OtherFrames where they were not, and may not be deleted: no folder holds frames of two pieces
 */
export async function writtenIn(folder: FileSystemDirectoryHandle, wanted: Wanted): Promise<Set<string>> {
  const { sidecar, mark, replace } = wanted;
  const names = new Set(wanted.names);
  const there = new Set<string>();
  for await (const name of folder.keys()) if (names.has(name)) there.add(name);
  if (there.size === 0 || sidecarMark(await textOf(folder, sidecar)) === mark) return there;
  if (!replace)
    throw new OtherFrames(
      `The folder holds ${there.size} frames of the same names that are of another state of the piece, or were ` +
        'exported otherwise. Choose another folder, or delete them.',
    );
  for (const name of there) await folder.removeEntry(name);
  return new Set();
}

async function textOf(folder: FileSystemDirectoryHandle, name: string): Promise<string> {
  try {
    return await (await (await folder.getFileHandle(name)).getFile()).text();
  } catch {
    return '';
  }
}
