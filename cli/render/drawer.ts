import { openPage } from '../browser';
import type { DrawJob, Frames } from '../page/frames';

/** Draws frames of one job. */
export interface Drawer {
  /** The file of a frame. @throws Error with a sentence where it cannot be drawn */
  file: (frame: number) => Promise<Buffer>;
  close: () => Promise<void>;
}

const ENTRY = 'cli/page/frames.ts';

/** @throws NoBrowser; Error with a sentence where the job cannot be drawn */
export async function openDrawer(job: DrawJob): Promise<Drawer> {
  const { page, browser } = await openPage(ENTRY);
  try {
    await page.evaluate((j) => (globalThis as unknown as { frames: Frames }).frames.open(j), job);
  } catch (error) {
    await browser.close();
    throw error;
  }
  return {
    file: async (frame) =>
      Buffer.from(
        await page.evaluate((n) => (globalThis as unknown as { frames: Frames }).frames.file(n), frame),
        'base64',
      ),
    close: () => browser.close(),
  };
}

/** What draws on this machine: the browser and its graphics card. @throws NoBrowser */
export async function drawingCard(): Promise<string> {
  const { page, browser } = await openPage(ENTRY);
  try {
    const card = await page.evaluate(() => (globalThis as unknown as { frames: Frames }).frames.card());
    return `${browser.browserType().name()} ${browser.version()}, ${card}`;
  } finally {
    await browser.close();
  }
}
