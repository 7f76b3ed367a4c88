import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';
import { pathToFileURL } from 'node:url';
import { PNG } from 'pngjs';
import type { Piece } from '@/core/piece/types';
import { difference, inWorkbench, openPiece, smallStarter, taken, unzippedFrames } from './artist';
import { stored } from './films';
import { testAlone as test } from './lasting-page';

/** A page that plays a loop by itself, opened as a file in a browser without a network. */

const [WIDTH, HEIGHT, FRAMES] = [64, 36, 12];

/** Exports a page and frames of a piece. */
async function exported(page: Page, piece: Piece): Promise<{ html: Buffer; frames: PNG[] }> {
  await openPiece(page, piece);
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Export' }).click();
  const take = (name: string) => taken(page, () => page.getByRole('button', { name: `Export the ${name}` }).click());
  const { name, bytes } = await take('page');
  expect(name).toMatch(/\.html$/);
  const frames = Object.values(unzippedFrames((await take('Frames')).bytes)).map((f) => PNG.sync.read(Buffer.from(f)));
  return { html: bytes, frames };
}

/** What the page shows at its own size. */
const shown = async (page: Page) => PNG.sync.read(await page.screenshot());

// One with a picture, one with a sound, one that remembers earlier frames.
for (const id of ['torn-banner', 'bell-hours', 'foghorn-trails'])
  test(`a page plays ${id} as its frames are, without a network`, async ({ page, browser }, info) => {
    const { html, frames } = await exported(page, smallStarter(id, WIDTH, HEIGHT, FRAMES));
    const file = pathToFileURL(stored(info.outputPath('loop.html'), html)).href;
    const hall = await browser.newContext({ viewport: { width: WIDTH, height: HEIGHT }, offline: true });
    const asked: string[] = [];
    const player = await hall.newPage();
    player.on('request', (request) => asked.push(request.url()));
    const words = player.locator('#words');
    await player.goto(`${file}#frame=5`);
    const standsAt = async (frame: number) => {
      await expect(words).toContainText(`Frame ${frame} of ${FRAMES}`, { timeout: 60_000 });
      await expect(player.locator('body')).toHaveAttribute('data-settled', 'true', { timeout: 60_000 });
      await words.evaluate((element) => (element.style.display = 'none'));
      // What is drawn is on the screen a little later.
      const off = async () => difference(await shown(player), frames[frame]!);
      await expect.poll(off, { message: `frame ${frame}`, timeout: 20_000 }).toBeLessThan(0.5);
      await words.evaluate((element) => (element.style.display = ''));
    };
    await standsAt(5);
    await player.keyboard.press('ArrowRight');
    await standsAt(6);
    await player.keyboard.press('Home');
    await player.keyboard.press('ArrowLeft');
    await standsAt(FRAMES - 1);
    await player.keyboard.press(' ');
    await expect(words).toContainText('Playing');
    await player.keyboard.press('b');
    await expect(player.locator('canvas')).toBeHidden();
    await player.keyboard.press('b');
    await player.keyboard.press('f');
    await expect.poll(() => player.evaluate(() => document.fullscreenElement !== null)).toBe(true);
    await player.keyboard.press(' ');
    await expect(words).toContainText('Frame');
    expect((await new AxeBuilder({ page: player }).analyze()).violations).toEqual([]);
    expect(asked.filter((url) => !url.startsWith('file:'))).toEqual([]);
    await hall.close();
  });

test('a page that is damaged says so, and one whose card is lost comes back', async ({ page, browser }, info) => {
  await openPiece(page, smallStarter('tidewater-veil', WIDTH, HEIGHT, FRAMES));
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Export' }).click();
  const { bytes } = await taken(page, () => page.getByRole('button', { name: 'Export the page' }).click());
  const hall = await browser.newPage();
  const open = (html: string | Buffer) =>
    hall.goto(pathToFileURL(stored(info.outputPath(`${html.length}.html`), Buffer.from(html))).href + '#frame=3');
  const text = bytes.toString();
  const data = text.indexOf('id="data">');
  await open(`${text.slice(0, data + 200)}${text.slice(text.indexOf('</script>', data))}`);
  await expect(hall.getByRole('alert')).toHaveText('This page is damaged. Export it again.');
  await open(bytes);
  await expect(hall.locator('#words')).toContainText('Frame 3 of');
  await hall.evaluate(() => {
    document.querySelector('canvas')!.getContext('webgl2')!.getExtension('WEBGL_lose_context')!.loseContext();
    document.title = 'lost';
  });
  await expect(hall).not.toHaveTitle('lost', { timeout: 20_000 });
  await expect(hall.locator('body')).toHaveAttribute('data-settled', 'true', { timeout: 60_000 });
  await hall.close();
});
