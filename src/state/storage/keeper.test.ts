import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { salvagePiece } from '@/core/formats/piece-file';
import { rename as renamed } from '@/core/piece/edit';
import { STARTERS } from '@/demo';
import { openSaved, waitFor } from './keeper';
import { keepDraft, takeDraft } from './draft';
import { hold, holdUnsaved, keep, keepKnown, list, load, remove, restore, takeKnown } from './saved';
import { useWorkbench } from '../workbench';

vi.mock('sonner', () => ({ toast: Object.assign(vi.fn(), { error: vi.fn(), success: vi.fn() }) }));
vi.mock('@/workers/reading', () => ({ readStoredPiece: async (data: unknown) => salvagePiece(data) }));

const { piece } = STARTERS[0]!;
const named = (name: string) => renamed(piece, name);
const saving = () => useWorkbench.getState().saving;
const rename = (name: string) => useWorkbench.getState().edit((p) => renamed(p, name));
const savedName = async (id: string) => (await load(id))?.piece.name;

/** Locks of a browser: one holder a name, the others wait their turn. */
function locks() {
  const turns = new Map<string, Promise<void>>();
  return {
    request: async (name: string, how: LockOptions, work: (lock: object | null) => Promise<void> | undefined) => {
      if (how.ifAvailable && turns.has(name)) return work(null);
      const mine = (turns.get(name) ?? Promise.resolve()).then(() => {
        how.signal?.throwIfAborted();
        return work({});
      });
      const free = mine.catch(() => undefined).then(() => turns.get(name) === free && turns.delete(name)) as never;
      turns.set(name, free);
      return mine;
    },
  };
}

beforeEach(() => {
  vi.stubGlobal('window', new EventTarget());
  vi.stubGlobal('document', new EventTarget());
  vi.stubGlobal('navigator', { locks: locks() });
  const data = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => data.get(key) ?? null,
    setItem: (key: string, value: string) => data.set(key, value),
    removeItem: (key: string) => data.delete(key),
  });
});

afterEach(async () => {
  for (const { id } of await list()) await remove(id);
  vi.unstubAllGlobals();
});

it('changes are saved a moment after the last, and never later than two seconds after the first', () => {
  expect(waitFor(0)).toBe(600);
  expect(waitFor(1000)).toBe(600);
  expect(waitFor(1900)).toBe(100);
  expect(waitFor(5000)).toBe(0);
  // Steady work, a change every 100 milliseconds: each sets the timer again.
  for (let since = 0; since <= 3000; since += 100)
    expect(Math.max(since, since + waitFor(since))).toBeLessThanOrEqual(Math.max(2000, since));
});

describe('a saved piece', () => {
  it('is opened, and its changes are saved by themselves', async () => {
    await keep('a', named('before'));
    const close = await openSaved('a');
    expect(useWorkbench.getState().piece.name).toBe('before');
    expect(saving().state).toBe('saved');
    rename('after');
    expect(saving().state).toBe('waiting');
    await vi.waitFor(async () => expect(await savedName('a')).toBe('after'), { timeout: 20_000 });
    await vi.waitFor(() => expect(saving().state).toBe('saved'), { timeout: 20_000 });
    close!();
  });

  it('keeps what was changed last when the workbench closes, and then releases it', async () => {
    await keep('a', named('before'));
    const close = await openSaved('a');
    rename('last words');
    close!();
    await vi.waitFor(async () => expect(await savedName('a')).toBe('last words'), { timeout: 20_000 });
    rename('of nobody');
    const again = await hold('a');
    expect(again).not.toBeNull();
    again!();
    expect(await savedName('a')).toBe('last words');
  });

  it('is saved at once when the page is closed', async () => {
    await keep('a', named('before'));
    const close = await openSaved('a');
    rename('in a hurry');
    window.dispatchEvent(new Event('pagehide'));
    expect((await takeDraft('a', 0))?.name).toBe('in a hurry');
    await vi.waitFor(async () => expect(await savedName('a')).toBe('in a hurry'), { timeout: 20_000 });
    close!();
  });

  it('comes back with what was left as a draft, where that is later', async () => {
    await restore({ id: 'a', name: 'before', changed: 1, piece: named('before') });
    keepDraft('a', named('draft'));
    const close = await openSaved('a');
    expect(useWorkbench.getState().piece.name).toBe('draft');
    await vi.waitFor(async () => expect(await savedName('a')).toBe('draft'), { timeout: 20_000 });
    close!();
  });

  it('has no edit more where what was left as a draft was saved all the same', async () => {
    await restore({ id: 'a', name: 'before', changed: 1, piece: named('before') });
    keepDraft('a', named('before'));
    const close = await openSaved('a');
    expect(useWorkbench.temporal.getState().pastStates).toEqual([]);
    expect(saving().state).toBe('saved');
    close!();
  });

  it('is shown and not saved where another tab holds it', async () => {
    await keep('a', named('before'));
    const other = await hold('a');
    const close = await openSaved('a');
    expect(saving().state).toBe('elsewhere');
    rename('mine');
    await new Promise((resolve) => setTimeout(resolve, 800));
    expect(await savedName('a')).toBe('before');
    close!();
    other!();
  });

  it('is saved here once the other tab releases it, which has the last word if nothing changed here', async () => {
    await keep('a', named('before'));
    const other = await hold('a');
    const close = await openSaved('a');
    await restore({ id: 'a', name: 'theirs', changed: 9e12, piece: named('theirs') });
    other!();
    await vi.waitFor(() => expect(saving()).toEqual({ state: 'saved', at: 9e12 }), { timeout: 20_000 });
    expect(useWorkbench.getState().piece.name).toBe('theirs');
    rename('mine');
    await vi.waitFor(async () => expect(await savedName('a')).toBe('mine'), { timeout: 20_000 });
    close!();
  });

  it.each(['before', 'theirs'])('keeps what was changed here after what the other tab left: %s', async (left) => {
    await keep('a', named('before'));
    const other = await hold('a');
    const close = await openSaved('a');
    rename('mine');
    if (left !== 'before') await keep('a', named(left));
    other!();
    await vi.waitFor(async () => expect(await savedName('a')).toBe('mine'), { timeout: 20_000 });
    useWorkbench.temporal.getState().undo();
    expect(useWorkbench.getState().piece.name).toBe(left);
    close!();
  });

  it('is released at once by a tab that was closed while it waited', async () => {
    await keep('a', named('before'));
    const other = await hold('a');
    const close = await openSaved('a');
    close!();
    other!();
    const held = async () => {
      const free = await hold('a');
      expect(free).not.toBeNull();
      free!();
    };
    await vi.waitFor(held, { timeout: 20_000 });
  });

  it('that is not there is said, and one that is broken is refused and released', async () => {
    expect(await openSaved('nowhere')).toBeNull();
    await restore({ id: 'a', name: 'broken', changed: 1, piece: { not: 'a piece' } as never });
    await expect(openSaved('a')).rejects.toThrow(/\w/);
    const free = await hold('a');
    expect(free).not.toBeNull();
    free!();
  });
});

it('a piece that this browser would not keep is opened, and says so', async () => {
  holdUnsaved('lost', named('lost'));
  const close = await openSaved('lost');
  expect(useWorkbench.getState().piece.name).toBe('lost');
  expect(saving()).toMatchObject({ state: 'failed', why: expect.stringContaining('does not let pages save data') });
  close!();
});

it('the shelf lists what is saved, the latest first, broken entries too', async () => {
  await restore({ id: 'a', name: 'old', changed: 1, piece: named('old') });
  await restore({ id: 'b', name: 'new', changed: 3, piece: named('new') });
  await restore({ id: 'c', name: 'broken', changed: 2, piece: null as never });
  expect((await list()).map((k) => k.id)).toEqual(['b', 'c', 'a']);
});

it('a piece that this page has read and saved is not read again, any other version is', async () => {
  await keepKnown('known', named('read here'));
  const saved = (await load('known'))!;
  expect(takeKnown({ ...saved, changed: saved.changed + 1 })).toBeNull();
  await keepKnown('known', named('read here'));
  expect(takeKnown((await load('known'))!)).toMatchObject({ name: 'read here' });
  expect(takeKnown((await load('known'))!)).toBeNull();
  await keepKnown('known', named('read here'));
  const close = await openSaved('known');
  expect(useWorkbench.getState().piece.name).toBe('read here');
  close!();
});
