import { expect, type Locator, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { unzipSync } from 'fflate';
import { PNG } from 'pngjs';
import { writePiece } from '@/core/formats/write-piece';
import { setLoop, setPicture } from '@/core/piece/edit';
import type { Piece } from '@/core/piece/types';
import { STARTERS } from '@/demo';
import { coarse } from '@/demo/testing';

/** What an artist does, in the words of the interface. */

/** A starter, small, short and of few vertices, so that software drawing keeps up. */
export function smallStarter(id: string, width = 128, height = 72, frames = 12): Piece {
  const piece = coarse(STARTERS.find((s) => s.id === id)!.piece);
  return setLoop(setPicture(piece, { width, height }), { frames, rate: 24 });
}

/** Opens a file through the shelf. */
export async function openFile(page: Page, piece: Piece | string, name = 'piece.calm.json'): Promise<void> {
  await toShelf(page);
  await page.getByLabel('Piece file').setInputFiles({
    name,
    mimeType: 'application/json',
    buffer: Buffer.from(typeof piece === 'string' ? piece : writePiece(piece)),
  });
}

const STORE = readFileSync('node_modules/localforage/dist/localforage.min.js', 'utf8');
let opened = 0;

/** Follows a link within the program, which stays loaded. */
async function follow(page: Page, path: string): Promise<void> {
  await page.evaluate(
    (to) => (window as unknown as { next: { router: { push: (to: string) => void } } }).next.router.push(to),
    path,
  );
  await page.waitForURL((url) => url.pathname === path);
}

/** An address at which nothing is drawn: on the shelf, what was just left would get its picture. */
const NOWHERE = '/piece/nothing';

const pathIn = (page: Page) => page.evaluate(() => ('next' in window ? location.pathname : null));

/** Leaves what is open, if anything is. @returns whether the program is loaded */
export async function leave(page: Page): Promise<boolean> {
  const path = await pathIn(page);
  if (path === null) return false;
  if (path !== NOWHERE) await follow(page, NOWHERE);
  await page.getByText('This piece cannot be opened').waitFor();
  return true;
}

/** Goes to the shelf, within the program where it is loaded. */
export async function toShelf(page: Page): Promise<void> {
  const path = await pathIn(page);
  if (path === null) await page.goto('/');
  else if (path !== '/') await follow(page, '/');
  await page.getByLabel('Piece file').waitFor({ state: 'attached' });
}

/**
 * Opens a piece that this browser keeps: what is tested is not the shelf. The piece is kept as the program keeps it,
 * and opened as from the shelf where the program is loaded already.
 */
export async function openPiece(page: Page, piece: Piece): Promise<void> {
  const id = `kept${++opened}`;
  const loaded = await leave(page);
  if (!loaded) await page.goto('/icon.svg');
  await page.evaluate(STORE);
  await page.evaluate(
    ([key, kept]) => {
      const { localforage } = window as unknown as { localforage: typeof import('localforage') };
      const store = localforage.createInstance({ name: 'calm-lattice', storeName: 'pieces' });
      return store.setItem(key as string, { id: key, name: (kept as Piece).name, changed: Date.now(), piece: kept });
    },
    [id, piece] as const,
  );
  if (loaded) await follow(page, `/piece/${id}`);
  else await page.goto(`/piece/${id}`);
}

/** Forgets all that this browser keeps, as another tab would do it. */
export async function forgetAll(page: Page): Promise<void> {
  await page.evaluate(async () => {
    const done = <T>(request: IDBRequest<T>) =>
      new Promise<T>((resolve, reject) => {
        request.onsuccess = () => resolve(request.result);
        request.onerror = () => reject(request.error!);
      });
    for (const { name } of await indexedDB.databases()) {
      const base = await done(indexedDB.open(name!));
      for (const store of base.objectStoreNames)
        await done(base.transaction(store, 'readwrite').objectStore(store).clear());
      base.close();
    }
    localStorage.clear();
    window.dispatchEvent(new StorageEvent('storage', { key: null }));
  });
}

export async function inWorkbench(page: Page): Promise<void> {
  await page.getByRole('region', { name: 'Lattice' }).waitFor();
}

/** A blank piece of this size. */
export async function startBlank(page: Page, width: number, height: number, frames: number): Promise<void> {
  await toShelf(page);
  await page.getByRole('button', { name: /^Start blank/ }).click();
  await inWorkbench(page);
  await setNumber(page, 'Width', width);
  await setNumber(page, 'Height', height);
  await setNumber(page, 'Length', frames);
}

/** Types into the step list that is open and takes the first. */
export async function choose(page: Page, words: string): Promise<void> {
  const input = page.getByPlaceholder('Type to search');
  await input.fill(words);
  // Recipes and saved parts come a moment after the steps.
  await page.locator('[cmdk-item]').first().waitFor();
  await page.keyboard.press('Enter');
  // Looked at more often than an expectation looks, which is after a second by then.
  await input.waitFor({ state: 'hidden' });
}

export async function setNumber(page: Page, name: string, value: number): Promise<void> {
  const input = page.getByLabel(`${name}, number`, { exact: true });
  await input.fill(String(value));
  await input.press('Enter');
}

export async function setChoice(page: Page, name: string, option: string): Promise<void> {
  const list = page.getByRole('combobox', { name });
  await list.click();
  await page.getByRole('option', { name: option }).first().click();
  // The list gives the focus back a moment after it has closed; keys typed before would open it again.
  await expect(page.getByRole('listbox')).toBeHidden();
  await expect(list).toBeFocused();
}

/** Takes an item of a menu that is open: what it does is done once the menu has gone and has given the focus back. */
export async function pickItem(within: Page | Locator, name: string | RegExp): Promise<void> {
  const item = within.getByRole('menuitem', { name }).first();
  await item.click();
  await item.waitFor({ state: 'hidden' });
  await ('page' in within ? within.page() : within).evaluate(() => new Promise((done) => setTimeout(done)));
}

export async function link(page: Page, param: string, strand: string): Promise<void> {
  await page.getByRole('button', { name: `Link ${param}`, exact: true }).click();
  await pickItem(page, strand);
}

export async function renameStrand(page: Page, from: string, to: string): Promise<void> {
  await page.getByRole('button', { name: `Strand ${from}`, exact: true }).click();
  await pickItem(page, 'Rename');
  const input = page.getByLabel('Name of the strand');
  await input.fill(to);
  await input.press('Enter');
}

export const stage = (page: Page): Locator => page.getByRole('application');

/** Buttons that lie over the picture are no part of it: their edges are drawn a shade otherwise from load to load. */
const shot = (target: Locator) => target.screenshot({ style: '[data-over-picture] { opacity: 0 !important }' });

export async function pixelsOf(target: Locator): Promise<PNG> {
  return PNG.sync.read(await shot(target));
}

/** Mean difference of two pictures in bytes. */
export function difference(a: PNG, b: PNG): number {
  expect([b.width, b.height]).toEqual([a.width, a.height]);
  let sum = 0;
  for (let i = 0; i < a.data.length; i++) sum += Math.abs(a.data[i]! - b.data[i]!);
  return sum / a.data.length;
}

/** The right or left part of a picture. */
export function sideOf(picture: PNG, side: 'left' | 'right'): PNG {
  const half = new PNG({ width: Math.floor(picture.width * 0.4), height: picture.height });
  const from = side === 'left' ? 0 : picture.width - half.width;
  PNG.bitblt(picture, half, from, 0, half.width, half.height, 0, 0);
  return half;
}

/** How much a picture varies: the standard deviation of its bytes. */
export function variety(picture: Pick<PNG, 'data'>): number {
  const values = [...picture.data].filter((_, i) => i % 4 !== 3);
  const mean = values.reduce((s, v) => s + v, 0) / values.length;
  return Math.sqrt(values.reduce((s, v) => s + (v - mean) ** 2, 0) / values.length);
}

/** Frames of the page for which a picture rests before it is looked at: what was just done has reached it by then. */
const RESTS = 6;

/** Takes the graphics card away for a moment, and waits until it is back. */
export async function loseCard(page: Page): Promise<void> {
  await page.evaluate(() => {
    const gl = document.querySelector<HTMLCanvasElement>('[role=application] canvas')!.getContext('webgl2')!;
    const lose = gl.getExtension('WEBGL_lose_context')!;
    lose.loseContext();
    setTimeout(() => lose.restoreContext(), 1200);
  });
  const notice = page.getByText('The graphics card was lost');
  await expect(notice).toBeVisible();
  await expect(notice).toBeHidden();
}

/** Waits until the stage has drawn all it was asked for. @returns its picture */
export async function settled(target: Locator): Promise<PNG> {
  await target.evaluate(
    (canvas, rests) =>
      new Promise<void>((done) => {
        let count = 0;
        const look = () => {
          count = canvas.hasAttribute('data-resting') ? count + 1 : 0;
          if (count > rests) done();
          else requestAnimationFrame(look);
        };
        requestAnimationFrame(look);
      }),
    RESTS,
  );
  return pixelsOf(target);
}

/** Takes something away and gives the file's bytes. */
export async function taken(
  page: Page,
  press: () => Promise<void>,
  timeout = 110_000,
): Promise<{ name: string; bytes: Buffer }> {
  const waiting = page.waitForEvent('download', { timeout });
  await press();
  const download = await waiting;
  return { name: download.suggestedFilename(), bytes: await readFile(await download.path()) };
}

/** The pictures of a ZIP of frames, by their names; the description beside them is left out. */
export const unzippedFrames = (bytes: Buffer): Record<string, Uint8Array> =>
  unzipSync(new Uint8Array(bytes), { filter: ({ name }) => !name.endsWith('.json') });

export const seam = (page: Page): Locator => page.locator('[data-seam]');

/**
 * A step as an artist makes it: the words to find it by, then what to set: numbers, choices (`=Option`), links
 * (`~strand`), vectors.
 */
export type StepWords = [find: string, set?: Record<string, number | string | [number, number, number]>];

async function tune(page: Page, set: Record<string, number | string | [number, number, number]>): Promise<void> {
  for (const [param, value] of Object.entries(set)) {
    if (typeof value === 'number') await setNumber(page, param, value);
    else if (Array.isArray(value))
      for (const [i, axis] of ['x', 'y', 'z'].entries()) await typeInto(page, `${param} ${axis}`, value[i]!);
    else if (value.startsWith('~')) await link(page, param, value.slice(1));
    else await setChoice(page, param, value.slice(1));
  }
}

async function typeInto(page: Page, label: string, value: number): Promise<void> {
  const input = page.getByLabel(label, { exact: true });
  await input.fill(String(value));
  await input.press('Enter');
}

/** Makes a strand through the interface: each step is found by words and tuned, then the strand is named. */
export async function makeStrand(page: Page, kind: string, name: string, ...steps: StepWords[]): Promise<void> {
  const names = page.getByRole('button', { name: /^Strand / });
  const before = new Set(await names.evaluateAll((all) => all.map((e) => e.getAttribute('aria-label'))));
  await page.getByRole('button', { name: `Add a ${kind}`, exact: true }).click();
  let own = '';
  for (const [i, [find, set]] of steps.entries()) {
    if (i > 0) await page.getByRole('button', { name: `Add a step to ${own}`, exact: true }).click();
    await choose(page, find);
    if (i === 0) {
      await expect(names).toHaveCount(before.size + 1);
      own = (await names.evaluateAll((all) => all.map((e) => e.getAttribute('aria-label')!)))
        .find((n) => !before.has(n))!
        .replace('Strand ', '');
    }
    await tune(page, set ?? {});
  }
  await renameStrand(page, own, name);
}

/** Goes to a frame by keys on the playhead. */
export async function goToFrame(page: Page, frame: number): Promise<void> {
  const playhead = page.getByRole('slider', { name: 'Playhead' });
  await playhead.press('Home');
  for (let i = 0; i < Math.floor(frame / 10); i++) await playhead.press('Shift+ArrowRight');
  for (let i = 0; i < frame % 10; i++) await playhead.press('ArrowRight');
  await expect(page.getByRole('paragraph').filter({ hasText: `frame ${frame} of` })).toBeVisible();
}

/** Drags something by pixels, from its middle. */
export async function drag(page: Page, target: Locator, x: number, y: number): Promise<void> {
  const box = (await target.boundingBox())!;
  const [left, top] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(left, top);
  await page.mouse.down();
  await page.mouse.move(left + x / 2, top + y / 2, { steps: 2 });
  await page.mouse.move(left + x, top + y, { steps: 2 });
  await page.mouse.up();
}
