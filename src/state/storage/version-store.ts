import localforage from 'localforage';
import type { Piece } from '@/core/piece/types';
import { newId } from './saved';

/** A piece as it stood at a time. */
export interface Version {
  id: string;
  /** Milliseconds since 1970. */
  at: number;
  /** Given by the artist; those that are saved by themselves have none. */
  name: string | null;
}

/** Pieces by `piece/version`, and the list of a piece's versions by its id. */
const store = localforage.createInstance({
  name: 'calm-lattice',
  storeName: 'versions',
  driver: localforage.INDEXEDDB,
});

/** How many versions of a piece that were saved by themselves stay. */
const MAX_AUTOMATIC_VERSIONS = 12;

const keyOf = (piece: string, version: string) => `${piece}/${version}`;

/** The versions of a piece, latest first. */
export const listVersions = async (piece: string): Promise<Version[]> => (await store.getItem<Version[]>(piece)) ?? [];

export const saveVersions = async (piece: string, list: Version[]): Promise<void> => {
  await store.setItem(piece, list);
};

/** Keeps a piece as a version. @returns all its versions; the oldest of many without a name are gone */
export async function addVersion(id: string, piece: Piece, name: string | null, at: number): Promise<Version[]> {
  const version: Version = { id: newId(), at, name };
  await store.setItem(keyOf(id, version.id), piece);
  const all = [version, ...(await listVersions(id))];
  const tooMany = new Set(all.filter((v) => v.name === null).slice(MAX_AUTOMATIC_VERSIONS));
  const list = all.filter((v) => !tooMany.has(v));
  await saveVersions(id, list);
  await Promise.all([...tooMany].map((v) => store.removeItem(keyOf(id, v.id))));
  return list;
}

/** Keeps versions of a piece that has none, latest first. */
export async function saveAllVersions(
  id: string,
  all: readonly (Omit<Version, 'id'> & { piece: Piece })[],
): Promise<void> {
  if (all.length === 0) return;
  const named = all.map((version) => ({ ...version, id: newId() }));
  await Promise.all(named.map((v) => store.setItem(keyOf(id, v.id), v.piece)));
  await saveVersions(
    id,
    named.map(({ id: version, at, name }) => ({ id: version, at, name })),
  );
}

/** What is saved as a version, as it is. */
export const loadVersion = (piece: string, version: string): Promise<unknown> =>
  store.getItem<unknown>(keyOf(piece, version));

export const dropVersion = (piece: string, version: string): Promise<void> => store.removeItem(keyOf(piece, version));

/** Takes away all versions of a piece that is gone. */
export async function dropVersions(piece: string): Promise<void> {
  const list = await listVersions(piece);
  await Promise.all([store.removeItem(piece), ...list.map((v) => dropVersion(piece, v.id))]);
}

/** Pieces that have versions. */
export const versionedPieces = async (): Promise<string[]> => (await store.keys()).filter((key) => !key.includes('/'));
