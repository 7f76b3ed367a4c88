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

/**
 * Those of the names that are in a folder already, as long as they were written with the same mark; others are deleted,
 * so that no folder holds frames of two pieces.
 * @param sidecar name of the file that says what the frames are
 */
export async function writtenIn(
  folder: FileSystemDirectoryHandle,
  sidecar: string,
  mark: string,
  names: readonly string[],
): Promise<Set<string>> {
  const wanted = new Set(names);
  const there = new Set<string>();
  for await (const name of folder.keys()) if (wanted.has(name)) there.add(name);
  if (there.size === 0 || sidecarMark(await textOf(folder, sidecar)) === mark) return there;
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
