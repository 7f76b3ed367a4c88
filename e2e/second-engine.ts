import { chromium, expect, test, type Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import { PNG } from 'pngjs';
import { CHROMIUM } from '../playwright.config';
import { difference, inWorkbench, openPiece, seam, settled, smallStarter, stage, taken } from './artist';

/** Bytes of 255 by which frames of two engines may differ on average: each rounds and smooths in its own way. */
const TOLERANCE = 1;

const FRAMES = 6;
const PIECES = ['tidewater-veil', 'lantern-drift', 'foghorn-trails'];

/** Frames of a piece as PNGs, by their names. */
async function framesOf(page: Page, id: string): Promise<Map<string, PNG>> {
  await openPiece(page, smallStarter(id, 128, 72, FRAMES));
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Take away' }).click();
  const { bytes } = await taken(page, () => page.getByRole('button', { name: 'Take the Frames' }).click());
  const files = Object.entries(unzipSync(new Uint8Array(bytes)));
  return new Map(files.map(([name, file]) => [name, PNG.sync.read(Buffer.from(file))]));
}

test('frames that are taken away are those of the first engine', async ({ page, baseURL }) => {
  const first = await chromium.launch(CHROMIUM);
  const other = await first.newPage({ baseURL, acceptDownloads: true });
  for (const id of PIECES) {
    const here = await framesOf(page, id);
    const there = await framesOf(other, id);
    expect([...here.keys()]).toEqual([...there.keys()]);
    expect(here.size).toBe(FRAMES);
    for (const [name, frame] of here) expect(difference(frame, there.get(name)!), name).toBeLessThan(TOLERANCE);
  }
  await first.close();
});

test('it plays, closes, and comes back to the frame it began with', async ({ page }) => {
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
  await expect(seam(page)).toHaveText('closes');
  const begin = await settled(stage(page));
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await page.getByRole('button', { name: 'Pause', exact: true }).click();
  await page.getByRole('slider', { name: 'Playhead' }).press('Home');
  await expect.poll(async () => difference(begin, await settled(stage(page)))).toBe(0);
});
