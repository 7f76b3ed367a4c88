import { gzipSync } from 'node:zlib';
import type { Browser, Page } from '@playwright/test';
import type { Line } from './tools';

/** Compressed kilobytes of script that a page may fetch before it answers. */
const LIMITS = { shelf: 350, workbench: 900 };

/** Compressed kilobytes of the page's own script until `answers`; what threads fetch is not counted. */
async function weigh(page: Page, address: string, answers: () => Promise<unknown>): Promise<number> {
  const sizes = new Map<string, Promise<number>>();
  page.on('response', (response) => {
    if (response.request().resourceType() === 'script' && response.url().endsWith('.js'))
      sizes.set(
        response.url(),
        response.body().then(
          (body) => gzipSync(body).length,
          () => 0,
        ),
      );
  });
  await page.goto(address);
  await answers();
  const all = await Promise.all(sizes.values());
  return all.reduce((sum, size) => sum + size, 0) / 1000;
}

const line = (name: string, weight: number, limit: number): Line => ({
  name,
  ratio: weight / limit,
  target: 'at most 1',
  ok: weight <= limit,
  detail: `${weight.toFixed(0)} kB of script, compressed, of ${limit} kB`,
});

/** How much script the shelf and the workbench fetch before they answer, each in a fresh browser. */
export async function pageWeightLines(browser: Browser, origin: string): Promise<Line[]> {
  const context = await browser.newContext();
  const shelf = await context.newPage();
  const first = shelf.getByRole('button', { name: /Tidewater Veil/ });
  const shelfWeight = await weigh(shelf, origin, () => first.waitFor());
  await first.click();
  const lattice = (page: Page) => page.getByRole('region', { name: 'Lattice' }).waitFor();
  await lattice(shelf);
  // The same piece in another tab, so that nothing of the shelf is counted.
  const workbench = await context.newPage();
  const address = shelf.url();
  await shelf.close();
  const workbenchWeight = await weigh(workbench, address, () => lattice(workbench));
  await context.close();
  return [
    line('(n) script before the shelf answers', shelfWeight, LIMITS.shelf),
    line('(o) script before the workbench answers', workbenchWeight, LIMITS.workbench),
  ];
}
