import { expect } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { PNG } from 'pngjs';
import { writePiece } from '@/core/formats/write-piece';
import { freePort } from '../scripts/sh.mjs';
import { inWorkbench, setNumber, smallStarter, taken } from './artist';
import { testAlone as base } from './lasting-page';

/** A server of the test's own, which it may stop. */
const test = base.extend<{ own: { address: string; stop: () => Promise<void> } }>({
  own: async ({}, give) => {
    const port = await freePort();
    const address = `http://localhost:${port}/`;
    const server: ChildProcess = spawn('node', ['scripts/serve.mjs'], {
      env: { ...process.env, PORT: String(port) },
      stdio: 'ignore',
    });
    const ended = once(server, 'close');
    const answers = () =>
      fetch(address).then(
        ({ ok }) => ok,
        () => false,
      );
    const stop = async () => {
      server.kill('SIGKILL');
      await ended;
      expect(await answers()).toBe(false);
    };
    await expect.poll(answers).toBe(true);
    await give({ address, stop });
    await stop();
  },
});

test('what is saved opens, edits, rehearses and exports when its server is gone', async ({ page, own, browser }) => {
  const { address } = own;
  await page.goto(address);
  const save = page.getByRole('button', { name: 'Save for offline' });
  await save.click();
  await expect(save).toHaveAttribute('aria-pressed', 'true');
  await own.stop();
  const elsewhere = await browser.newContext();
  await expect((await elsewhere.newPage()).goto(address)).rejects.toThrow(/CONNECTION_REFUSED/);
  await elsewhere.close();

  await page.reload();
  await expect(page.getByRole('heading', { name: 'Starters' })).toBeVisible();
  await expect(save).toHaveAttribute('aria-pressed', 'true');
  await page.getByLabel('Piece file').setInputFiles({
    name: 'veil.calm.json',
    mimeType: 'application/json',
    buffer: Buffer.from(writePiece(smallStarter('tidewater-veil', 96, 54, 6))),
  });
  await inWorkbench(page);
  await setNumber(page, 'Length', 8);
  await expect(page.getByText(/^saved \d/)).toBeVisible();
  await page.reload();
  await inWorkbench(page);
  await expect(page.getByLabel('Length, number')).toHaveValue('8');
  await page.getByRole('button', { name: 'Rehearse' }).click();
  await expect(page.getByRole('button', { name: 'Second window' })).toBeVisible();
  await page.reload();
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Export' }).click();
  const still = await taken(page, () => page.getByRole('button', { name: 'Export the Still' }).click());
  const { width, height, data } = PNG.sync.read(Buffer.from(still.bytes));
  expect([width, height]).toEqual([96, 54]);
  expect(new Set(data).size).toBeGreaterThan(20);

  await page.goto(`${address}steps`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  // A starter that was never opened.
  await page.goto(address);
  await page
    .getByRole('button', { name: /Gull Chart/ })
    .first()
    .click();
  await inWorkbench(page);

  await page.goto(address);
  await save.click();
  await expect(save).toHaveAttribute('aria-pressed', 'false');
  await expect(page.reload()).rejects.toThrow(/CONNECTION_REFUSED/);
});

test('what cannot be saved for offline is said in words', async ({ page, own }) => {
  await page.goto(own.address);
  const save = page.getByRole('button', { name: 'Save for offline' });
  await expect(save).toBeEnabled();
  await own.stop();
  await save.click();
  await expect(page.getByText(/The application could not be saved: its server did not answer/)).toBeVisible();
  await expect(save).toHaveAttribute('aria-pressed', 'false');
});
