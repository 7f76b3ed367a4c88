import type { Backup } from '@/core/formats/backup';
import { partData } from '@/core/formats/part-data';
import type { Clip } from '@/core/parts/clip';
import { readBackupFile, writeBackupFile } from '@/workers/reading';
import { keepAt, list, newId } from './saved';
import { useParts } from './parts';
import { listVersions, loadVersion, saveAllVersions } from './version-store';

export interface BackupWatch {
  progress: (done: number, of: number) => void;
  /** Ends the reading at once. */
  signal: AbortSignal;
}

/** What came back from a backup. */
export interface Restored {
  pieces: number;
  parts: number;
  /** Of both, those that were here already, just the same. */
  same: number;
  /** Why the rest did not, by name. */
  leftOut: { name: string; why: string }[];
}

/** All that this browser keeps: pieces with their versions, and parts. */
export async function backUp(now: number): Promise<Uint8Array<ArrayBuffer>> {
  await useParts.getState().load();
  const pieces: Backup['pieces'] = [];
  for (const { id, name, changed, piece } of await list()) {
    const versions = await listVersions(id);
    pieces.push({
      piece,
      // What is saved may be damaged.
      name: String(name ?? 'piece'),
      changed,
      versions: await Promise.all(versions.map(async (v) => ({ ...v, piece: await loadVersion(id, v.id) }))),
    });
  }
  const parts = useParts.getState().parts.map((p) => partData(p, p.clip()));
  return writeBackupFile({ pieces, parts }, now);
}

/** A part without what tells it from others of the same contents. */
const contentsOf = ({ name, about }: { name: string; about: string }, clip: Clip) =>
  JSON.stringify(partData({ name, about }, clip));

/**
 * Restores what a backup holds beside what is saved; what is here just the same stays as it is.
 * @throws PieceError, or Ended where the signal said so
 */
export async function restoreBackup(file: Blob, watch: BackupWatch): Promise<Restored> {
  const { pieces, parts, leftOut } = await readBackupFile(file, watch);
  const here = new Set((await list()).map((saved) => JSON.stringify(saved.piece)));
  await useParts.getState().load();
  const partsHere = new Set(useParts.getState().parts.map((p) => contentsOf(p, p.clip())));
  const newPieces = pieces.filter(({ piece }) => !here.has(JSON.stringify(piece)));
  const newParts = parts.filter((part) => !partsHere.has(contentsOf(part, part)));
  for (const { piece, changed, versions } of newPieces) {
    const id = newId();
    await saveAllVersions(id, versions);
    await keepAt(id, piece, changed);
  }
  for (const part of newParts) await useParts.getState().add(part);
  const same = pieces.length + parts.length - newPieces.length - newParts.length;
  return { pieces: newPieces.length, parts: newParts.length, same, leftOut };
}

const counted = (count: number, one: string) => `${count} ${one}${count === 1 ? '' : 's'}`;

/** What came back, in words. */
export function restoredWords({ pieces, parts, same }: Restored): string {
  const came = [
    ...(pieces > 0 ? [counted(pieces, 'piece')] : []),
    ...(parts > 0 ? [counted(parts, 'saved part')] : []),
  ].join(' and ');
  const rest = same > 0 ? `${came ? ' ' : ''}${same} ${same === 1 ? 'is' : 'are'} here already, just the same.` : '';
  return `${came ? `Restored: ${came}.` : ''}${rest}` || 'The backup is empty.';
}
