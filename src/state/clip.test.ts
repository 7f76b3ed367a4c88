import { beforeEach, expect, it, vi } from 'vitest';
import { clipStrands } from '@/core/parts/clip';
import { STARTERS } from '@/demo';

const stored = new Map<string, string>();
let hasRoom = true;
vi.stubGlobal('localStorage', {
  getItem: (key: string) => stored.get(key) ?? null,
  setItem: (key: string, value: string) => {
    if (!hasRoom) throw new Error('QuotaExceededError');
    stored.set(key, value);
  },
  removeItem: (key: string) => void stored.delete(key),
});

const clip = clipStrands(STARTERS[0]!.piece, [STARTERS[0]!.piece.strands[0]!.id], true);
/** The module as a page that was just loaded has it. */
const page = async () => {
  vi.resetModules();
  return import('./clip');
};

beforeEach(() => {
  stored.clear();
  hasRoom = true;
});

it('what was copied is there in this tab and in others', async () => {
  const here = await page();
  expect(await here.storedClip()).toBeNull();
  here.storeClip(clip);
  expect(await here.storedClip()).toEqual(clip);
  expect(await (await page()).storedClip()).toEqual(clip);
});

it('what is too large for others is there in this tab, and nothing older in others', async () => {
  const here = await page();
  here.storeClip({ ...clip, strands: [] });
  hasRoom = false;
  here.storeClip(clip);
  expect(await here.storedClip()).toEqual(clip);
  expect(await (await page()).storedClip()).toBeNull();
});

it.each(['{', 'null', '{"strands":7}', '{"strands":[{"id":"s1"}],"controls":[],"assets":[]}'])(
  'what is stored as %s is not pasted',
  async (text) => {
    const here = await page();
    stored.set('calm-lattice/clip', text);
    expect(await here.storedClip()).toBeNull();
    here.storeClip(clip);
    stored.set('calm-lattice/clip', text);
    expect(await here.storedClip()).toEqual(clip);
  },
);
