import { expect, test } from '@playwright/test';
import { mkdir, writeFile } from 'node:fs/promises';
import { setPicture } from '@/core/piece/edit';
import { STARTERS } from '@/demo';
import { inWorkbench, openPiece, seam, setNumber, taken } from './artist';

const FOLDER = 'docs/screenshots';
/** Longer side of a starter's still, in pixels. */
const STILL = 672;
/** Part of the loop at which stills are taken. */
const MOMENT = 0.3;

test.beforeAll(async () => {
  await mkdir(FOLDER, { recursive: true });
  await mkdir('public/starters', { recursive: true });
});

for (const { id, piece } of STARTERS) {
  test(`still of ${piece.name}`, async ({ page }) => {
    const scale = STILL / Math.max(piece.picture.width, piece.picture.height);
    await openPiece(page, setPicture(piece, { width: Math.round(piece.picture.width * scale), height: Math.round(piece.picture.height * scale) }));
    await inWorkbench(page);
    const steps = Math.round((piece.loop.frames * MOMENT) / 10);
    await page.getByRole('slider', { name: 'Playhead' }).focus();
    for (let i = 0; i < steps; i++) await page.keyboard.press('Shift+ArrowRight');
    await page.getByRole('button', { name: 'Take away' }).click();
    const { bytes } = await taken(page, () => page.getByRole('button', { name: 'Take the Still' }).click());
    await writeFile(`public/starters/${id}.png`, bytes);
  });
}

test('shelf, workbench, checks and take away', async ({ page }) => {
  await openPiece(page, STARTERS[0]!.piece);
  await inWorkbench(page);
  await expect(seam(page)).toHaveText('closes');
  await page.getByRole('button', { name: 'Size of the preview' }).click();
  await page.getByRole('menuitem', { name: 'Half' }).click();
  await page.getByRole('slider', { name: 'Playhead' }).focus();
  for (let i = 0; i < 7; i++) await page.keyboard.press('Shift+ArrowRight');
  await page.getByRole('button', { name: 'Push in sea' }).click();
  await page.waitForTimeout(8000);
  await page.screenshot({ path: `${FOLDER}/workbench.png` });
  await page.getByRole('button', { name: 'Cycle in breath' }).click();
  await setNumber(page, 'Turns', 2.4);
  await expect(seam(page)).toHaveText('does not close');
  await page.getByRole('button', { name: /^Checks/ }).click();
  await page.waitForTimeout(1500);
  await page.screenshot({ path: `${FOLDER}/checks.png` });
  await page.getByRole('button', { name: 'Set turns to 2' }).first().click();
  await expect(page.getByText('The loop closes.')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Take away' }).click();
  await page.getByRole('button', { name: 'Take the WebM' }).click();
  await expect(page.getByText(/^[3-9] of 240 frames, about .* left$/)).toBeVisible();
  await page.screenshot({ path: `${FOLDER}/export-running.png` });
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.waitForTimeout(7000);
  await page.screenshot({ path: `${FOLDER}/export.png` });
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'To the shelf' }).click();
  await expect(page.getByRole('article')).toBeVisible();
  await page.waitForTimeout(5000);
  await page.screenshot({ path: `${FOLDER}/shelf.png` });
});
