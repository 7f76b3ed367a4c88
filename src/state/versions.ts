import localforage from 'localforage';
import { create } from 'zustand';
import { rename } from '@/core/piece/edit';
import type { Piece } from '@/core/piece/types';
import { readPieceData } from '@/workers/reading';
import { isFull, newId, REACHING_PROBLEM } from './kept';
import { notify } from './notify';
import { useWorkbench } from './workbench';

/** A piece as it stood at a time. */
export interface Version {
  id: string;
  /** Milliseconds since 1970. */
  at: number;
  /** Given by the artist; those that are kept by themselves have none. */
  name: string | null;
}

/** Pieces by `piece/version`, and the list of a piece's versions by its id. */
const store = localforage.createInstance({
  name: 'calm-lattice',
  storeName: 'versions',
  driver: localforage.INDEXEDDB,
});

/** Milliseconds of work between two versions that are kept by themselves, and how many of those a piece has. */
export const EVERY = 10 * 60_000;
const MOST = 12;

interface Versions {
  /** The piece whose versions these are. */
  of: string | null;
  /** Latest first. */
  list: Version[];
}

/** Versions of the open piece. */
export const useVersions = create<Versions>()(() => ({ of: null, list: [] }));

const at = (piece: string, version: string) => `${piece}/${version}`;

/** Loads the list of a piece's versions. */
export async function loadVersions(piece: string): Promise<void> {
  const list = (await store.getItem<Version[]>(piece).catch(() => null)) ?? [];
  useVersions.setState({ of: piece, list });
}

async function change(piece: string, list: Version[]): Promise<void> {
  if (useVersions.getState().of === piece) useVersions.setState({ list });
  await store.setItem(piece, list);
}

/** Keeps a piece as a version. @throws where the browser does not keep it */
async function add(id: string, piece: Piece, name: string | null, time: number): Promise<void> {
  const version: Version = { id: newId(), at: time, name };
  await store.setItem(at(id, version.id), piece);
  const list = [version, ...((await store.getItem<Version[]>(id)) ?? [])];
  const own = list.filter((v) => v.name === null);
  const tooMany = new Set(own.slice(MOST));
  await change(
    id,
    list.filter((v) => !tooMany.has(v)),
  );
  await Promise.all([...tooMany].map((v) => store.removeItem(at(id, v.id))));
}

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
        ? 'This browser has no room left, so the version is not kept. Save the piece as a file, or delete versions.'
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

  /** Told of every change that is kept. */
  async changed(piece: Piece): Promise<void> {
    const { before } = this;
    this.before = piece;
    if (this.now() - this.last < EVERY || before.strands.length === 0) return;
    this.last = this.now();
    // Versions are a help: where there is no room the piece itself says so.
    await add(this.id, before, null, this.last).catch(() => undefined);
  }
}

/** A version of the open piece. @throws PieceError where it is broken */
export async function versionPiece(version: string): Promise<Piece | null> {
  const { of } = useVersions.getState();
  const data = of === null ? null : await store.getItem<unknown>(at(of, version));
  return data === null ? null : readPieceData(data);
}

/** Brings a version back, as one edit: undo goes back to what was there. */
export async function bringBack(version: Version): Promise<void> {
  const piece = await versionPiece(version.id).catch(() => null);
  if (!piece) return notify('error', 'This version cannot be read, so the piece stays as it is.');
  useWorkbench.getState().edit((p) => rename(piece, p.name));
  notify('done', 'The piece stands as it did then. Undo goes back to what was there.');
}

export async function renameVersion(version: string, name: string): Promise<void> {
  const { of, list } = useVersions.getState();
  if (of && name.trim())
    await change(
      of,
      list.map((v) => (v.id === version ? { ...v, name: name.trim() } : v)),
    ).catch(() => notify('error', REACHING_PROBLEM));
}

export async function removeVersion(version: string): Promise<void> {
  const { of, list } = useVersions.getState();
  if (!of) return;
  await change(
    of,
    list.filter((v) => v.id !== version),
  );
  await store.removeItem(at(of, version));
}

/** Takes away all versions of a piece that is gone. */
export async function forgetVersions(piece: string): Promise<void> {
  const list = (await store.getItem<Version[]>(piece)) ?? [];
  await Promise.all([store.removeItem(piece), ...list.map((v) => store.removeItem(at(piece, v.id)))]);
}

/** Pieces that have versions. */
export const versionedPieces = async (): Promise<string[]> => (await store.keys()).filter((key) => !key.includes('/'));
