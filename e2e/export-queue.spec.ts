import AxeBuilder from '@axe-core/playwright';
import { expect, type Download } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { PNG } from 'pngjs';
import { difference, inWorkbench, openPiece, setNumber, smallStarter, taken, unzippedFrames } from './artist';
import { probe } from './films';
import { testAlone as test } from './lasting-page';

/** Several exports, one after the other, while the artist works on. What is exported before stays listed on a page. */

const FRAMES = 60;

test('exports wait for each other, are held and go on, and show the piece as it was', async ({ page }) => {
  await openPiece(page, smallStarter('tidewater-veil', 128, 72, FRAMES));
  await inWorkbench(page);
  const header = page.locator('header');
  await header.getByRole('button', { name: 'Export', exact: true }).click();
  const downloads: Download[] = [];
  page.on('download', (download) => downloads.push(download));
  await page.getByRole('button', { name: 'Export the WebM' }).click();
  await page.getByRole('button', { name: 'Pause WebM' }).click();
  await page.getByRole('button', { name: 'Export the Frames' }).click();
  await page.getByRole('button', { name: 'Export the Still' }).click();
  const queue = page.getByRole('region', { name: 'Exports' });
  await expect(queue.getByRole('listitem')).toHaveCount(3);
  await expect(queue.getByText('waits')).toHaveCount(2);
  await queue.getByRole('button', { name: 'Remove Still' }).click();
  await expect(queue.getByRole('listitem')).toHaveCount(2);
  const held = page.getByText(`of ${FRAMES} frames, paused`);
  await expect(held).toBeVisible();
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations).toEqual([]);
  // What was on its way when it was held is counted by now.
  const at = await held.textContent();

  await page.keyboard.press('Escape');
  await expect(header.getByText('WebM paused, 1 more')).toBeVisible();
  // The frames wait while the piece is changed.
  await page.getByRole('button', { name: 'Lit in wet silk' }).click();
  await setNumber(page, 'Roughness', 0.9);
  await header.getByText('WebM paused').click();
  await expect(held).toHaveText(at!);
  expect(downloads).toHaveLength(0);
  await queue.getByRole('button', { name: 'Go on with WebM' }).click();
  await expect(queue.getByText('done')).toHaveCount(2, { timeout: 100_000 });
  expect(downloads.map((d) => d.suggestedFilename())).toEqual(['tidewater-veil.webm', 'tidewater-veil.zip']);
  const [film, zip] = await Promise.all(downloads.map((d) => d.path()));
  expect(probe(film!)).toMatchObject({ width: 128, height: 72, nb_read_packets: String(FRAMES) });

  page.removeAllListeners('download');
  await queue.getByRole('button', { name: 'Clear what is over' }).click();
  await expect(queue).toBeHidden();
  await page.getByLabel('Last frame', { exact: true }).fill('0');
  await page.keyboard.press('Tab');
  const take = () => taken(page, () => page.getByRole('button', { name: 'Export the Frames' }).click());
  const first = async (bytes: Buffer) => PNG.sync.read(Buffer.from(Object.values(unzippedFrames(bytes))[0]!));
  const before = await first(await readFile(zip!));
  const edited = await first((await take()).bytes);
  expect(difference(before, edited)).toBeGreaterThan(0.5);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Undo' }).click();
  await header.getByRole('button', { name: 'Export', exact: true }).click();
  expect(difference(before, await first((await take()).bytes)), 'as it was when it was ordered').toBe(0);
});

test('one that is stopped can be written again, and the next one goes on', async ({ page }) => {
  await openPiece(page, smallStarter('tidewater-veil', 128, 72, FRAMES));
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Export' }).click();
  const queue = page.getByRole('region', { name: 'Exports' });
  await page.getByRole('button', { name: 'Export the Frames' }).click();
  const still = await taken(page, async () => {
    await page.getByRole('button', { name: 'Export the Still' }).click();
    await queue.getByRole('button', { name: 'Stop Frames' }).click();
    await expect(queue.getByText('stopped')).toBeVisible();
  });
  expect(still.name).toBe('tidewater-veil_0000.png');
  const { bytes } = await taken(page, () => queue.getByRole('button', { name: 'Repeat Frames' }).click());
  expect(Object.keys(unzippedFrames(bytes))).toHaveLength(FRAMES);
});
