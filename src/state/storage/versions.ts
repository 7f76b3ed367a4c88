import { create } from 'zustand';
import { rename } from '@/core/piece/edit';
import type { Piece } from '@/core/piece/types';
import { readStoredPiece } from '@/workers/reading';
import { isFull, REACHING_PROBLEM } from './saved';
import { notify } from '../panels/notify';
import { addVersion, dropVersion, listVersions, loadVersion, saveVersions, type Version } from './version-store';
import { useWorkbench } from '../workbench';

/** Milliseconds of work between two versions that are saved by themselves. */
export const SAVE_INTERVAL_MS = 10 * 60_000;

const WHEN = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });

/** When a version was saved, in words. */
export const savedAt = ({ at }: Version): string => WHEN.format(at);

/** What a version is called: its name, or when it was saved. */
export const versionName = (version: Version): string => version.name ?? `as of ${savedAt(version)}`;

interface Versions {
  /** The piece whose versions these are. */
  pieceId: string | null;
  /** Latest first. */
  list: Version[];
}

/** Versions of the open piece. */
export const useVersions = create<Versions>()(() => ({ pieceId: null, list: [] }));

const show = (piece: string, list: Version[]): void => {
  if (useVersions.getState().pieceId === piece) useVersions.setState({ list });
};

/** Loads the list of a piece's versions. */
export async function loadVersions(piece: string): Promise<void> {
  useVersions.setState({ pieceId: piece, list: [] });
  show(piece, await listVersions(piece).catch(() => []));
}

/** Keeps a piece as a version. @throws where the browser does not keep it */
const add = async (id: string, piece: Piece, name: string | null, at: number): Promise<void> =>
  show(id, await addVersion(id, piece, name, at));

/** Keeps the open piece as a version of that name. */
export async function keepVersion(name: string): Promise<void> {
  const { id, piece } = useWorkbench.getState();
  if (!id) return;
  try {
    await add(id, piece, name.trim() || 'version', Date.now());
  } catch (error) {
    notify(
      'error',
      isFull(error)
        ? 'This browser has no room left, so the version is not saved. Save the piece as a file, or delete versions.'
        : REACHING_PROBLEM,
    );
  }
}

/** Keeps versions by themselves while a piece is worked on: as it was opened, and then every ten minutes of work. */
export class VersionClock {
  private last = -Infinity;

  constructor(
    private readonly id: string,
    /** The piece as it stood before the next change. */
    private before: Piece,
    private readonly now: () => number = Date.now,
  ) {}

  /** Told of every change that is saved. */
  async changed(piece: Piece): Promise<void> {
    const { before } = this;
    this.before = piece;
    if (this.now() - this.last < SAVE_INTERVAL_MS || before.strands.length === 0) return;
    this.last = this.now();
    // Versions are a help: where there is no room the piece itself says so.
    await add(this.id, before, null, this.last).catch(() => undefined);
  }
}

/** A version of the open piece. @throws PieceError where it is broken */
export async function versionPiece(version: string): Promise<Piece | null> {
  const { pieceId } = useVersions.getState();
  const data = pieceId === null ? null : await loadVersion(pieceId, version);
  return data === null ? null : (await readStoredPiece(data)).piece;
}

/** Brings a version back, as one edit: undo goes back to what was there. */
export async function restoreVersion(version: Version): Promise<void> {
  const piece = await versionPiece(version.id).catch(() => null);
  if (!piece) return notify('error', 'This version cannot be read, so the piece stays as it is.');
  useWorkbench.getState().edit((p) => rename(piece, p.name));
  notify('done', 'The piece stands as it did then. Undo goes back to what was there.');
}

/** Changes the list of versions, and says where the browser does not keep that. */
async function change(by: (list: Version[]) => Version[]): Promise<void> {
  const { pieceId, list } = useVersions.getState();
  if (!pieceId) return;
  show(pieceId, by(list));
  await saveVersions(pieceId, by(list)).catch(() => notify('error', REACHING_PROBLEM));
}

export async function renameVersion(version: string, name: string): Promise<void> {
  const named = name.trim();
  if (named) await change((list) => list.map((v) => (v.id === version ? { ...v, name: named } : v)));
}

export async function removeVersion(version: string): Promise<void> {
  const { pieceId } = useVersions.getState();
  await change((list) => list.filter((v) => v.id !== version));
  if (pieceId) await dropVersion(pieceId, version).catch(() => undefined);
}
