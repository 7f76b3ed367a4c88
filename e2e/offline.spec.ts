import { expect } from '@playwright/test';
import { spawn } from 'node:child_process';
import { PNG } from 'pngjs';
import { writePiece } from '@/core/formats/write-piece';
import { inWorkbench, smallStarter, taken } from './artist';
import { freePort } from '../scripts/sh.mjs';
import { testAlone as test } from './lasting-page';

test('what is kept opens pieces and exports when its server is gone', async ({ page, browser }) => {
  const port = await freePort();
  const server = spawn('node', ['scripts/serve.mjs'], { env: { ...process.env, PORT: String(port) } });
  const address = `http://localhost:${port}/`;
  const ended = new Promise((done) => server.once('close', done));
  try {
    const answers = () =>
      fetch(address).then(
        ({ ok }) => ok,
        () => false,
      );
    await expect.poll(answers).toBe(true);
    await page.goto(address);
    const keep = page.getByRole('button', { name: 'Keep for offline' });
    await keep.click();
    await expect(keep).toHaveAttribute('aria-pressed', 'true');
    server.kill();
    await ended;
    expect(await answers()).toBe(false);
    const elsewhere = await browser.newContext();
    await expect((await elsewhere.newPage()).goto(address)).rejects.toThrow(/CONNECTION_REFUSED/);
    await elsewhere.close();

    await page.reload();
    await expect(page.getByRole('heading', { name: 'Starters' })).toBeVisible();
    await page.getByLabel('Piece file').setInputFiles({
      name: 'veil.calm.json',
      mimeType: 'application/json',
      buffer: Buffer.from(writePiece(smallStarter('tidewater-veil', 96, 54, 6))),
    });
    await inWorkbench(page);
    await page.reload();
    await inWorkbench(page);
    await page.getByRole('button', { name: 'Export' }).click();
    const still = await taken(page, () => page.getByRole('button', { name: 'Export the Still' }).click());
    const { width, height, data } = PNG.sync.read(Buffer.from(still.bytes));
    expect([width, height]).toEqual([96, 54]);
    expect(new Set(data).size).toBeGreaterThan(20);

    // A starter that was never opened, and the catalogue.
    await page.goto(`${address}steps`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.goto(address);
    await page
      .getByRole('button', { name: /Gull Chart/ })
      .first()
      .click();
    await inWorkbench(page);
  } finally {
    server.kill('SIGKILL');
  }
});
