import localforage from 'localforage';
import { create } from 'zustand';
import { partData, type PartData } from '@/core/formats/part-data';
import type { Clip } from '@/core/parts/clip';
import { rowOfPart, type Part } from '@/core/parts/part';
import { isFull, newId, REACHING_PROBLEM } from './saved';
import { notify } from '../panels/notify';
import { onRememberedElsewhere, remembered } from './remembered';

const store = localforage.createInstance({ name: 'calm-lattice', storeName: 'parts', driver: localforage.INDEXEDDB });

interface Parts {
  parts: Part[];
  /** Reads what is saved in this browser, once. */
  load: () => Promise<void>;
  /** Keeps another one: under its own id, if none is saved under it. */
  add: (data: PartData) => Promise<void>;
  /** Keeps other contents under an id that is saved. */
  renew: (id: string, data: PartData) => Promise<void>;
  rename: (id: string, name: string) => Promise<void>;
  remove: (id: string) => Promise<void>;
}

/** Parts that were saved before they had editions have this one. */
const FIRST = 'first';

const partOf = (
  id: string,
  { name, about, edition = FIRST, format: _f, version: _v, id: _i, ...clip }: PartData,
): Part => ({ id, name, about, edition, ...rowOfPart(clip), clip: () => clip });

/** Where a change of the parts is told to other tabs. */
const CHANGED = 'calm-lattice/parts-changed';

const tellOthers = () => remembered.setItem(CHANGED, String(Date.now()));

const byName = (parts: Part[]) => [...parts].sort((a, b) => a.name.localeCompare(b.name));

/** Says why it did not work; the part stays as it is on the page. */
function refused(error: unknown): void {
  notify(
    'error',
    isFull(error)
      ? 'This browser has no room left, so the part is here only until the page is left. Save it as a file.'
      : REACHING_PROBLEM,
  );
}

let loading: Promise<void> | null = null;

/** Parts that the artist saved, in this browser beside the pieces. */
export const useParts = create<Parts>()((set, get) => ({
  parts: [],

  load: () => {
    loading ??= read()
      .then((parts) => set({ parts: byName(parts) }))
      .catch(() => undefined);
    return loading;
  },

  add: async (data) => {
    // What is saved already is read first, so that nothing is there twice.
    await get().load();
    const id = data.id !== undefined && !savedPart(data.id) ? data.id : newId();
    set(({ parts }) => ({ parts: byName([...parts, partOf(id, data)]) }));
    await store.setItem(id, { ...data, id }).then(tellOthers, refused);
  },

  renew: async (id, data) => {
    set(({ parts }) => ({ parts: byName(parts.map((p) => (p.id === id ? partOf(id, data) : p))) }));
    await store.setItem(id, { ...data, id }).then(tellOthers, refused);
  },

  rename: async (id, name) => {
    const part = get().parts.find((p) => p.id === id);
    const named = name.trim();
    if (!part || !named || named === part.name) return;
    await get().renew(id, partData({ ...part, name: named }, part.clip()));
  },

  remove: async (id) => {
    set(({ parts }) => ({ parts: parts.filter((p) => p.id !== id) }));
    await store.removeItem(id).then(tellOthers, refused);
  },
}));

// What another tab keeps or deletes is so here as well.
onRememberedElsewhere(CHANGED, () => {
  loading = null;
  void useParts.getState().load();
});

/** What is saved and sound. */
async function read(): Promise<Part[]> {
  const stored: { id: string; data: unknown }[] = [];
  await store.iterate<unknown, void>((data, id) => void stored.push({ id, data }));
  if (stored.length === 0) return [];
  const { acceptPart } = await import('@/core/formats/part-file');
  return stored.flatMap(({ id, data }) => {
    try {
      return [partOf(id, acceptPart(data))];
    } catch {
      // It was saved by a newer version, or is damaged: it stays where it is.
      return [];
    }
  });
}

/** The part that is saved under an id. */
export const savedPart = (id: string): Part | undefined => useParts.getState().parts.find((p) => p.id === id);

/** What tells an edition of a part from those before it. */
export const newEdition = newId;

/** Keeps a clip as a part of its own. */
export const keepPart = (name: string, about: string, clip: Clip): Promise<void> =>
  useParts.getState().add(partData({ name, about, id: newId(), edition: newEdition() }, clip));
