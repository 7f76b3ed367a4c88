import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';
import { setLoop, setPicture } from '@/core/piece/edit';
import { BEGINNINGS } from '@/demo';
import { difference, drag, inWorkbench, openPiece, pixelsOf, settled, stage } from './artist';
import { test } from './lasting-page';

const cell = (page: Page, at: string) => page.locator(`[data-cell="${at}"]`);

test.beforeEach(async ({ page }) => {
  const { piece } = BEGINNINGS.find((b) => b.id === 'begin-form')!;
  await openPiece(page, setLoop(setPicture(piece, { width: 128, height: 72 }), { frames: 24, rate: 24 }));
  await inWorkbench(page);
});

test('a whole step goes out on the desk: its point is played on a pad and the stage, its choice from a list', async ({
  page,
}) => {
  await cell(page, 'waves/t2').click();
  await page.getByRole('button', { name: 'Expose all of it on the desk' }).click();
  await page.getByRole('button', { name: 'To the desk' }).click();
  const before = await settled(stage(page));

  const pad = page.getByRole('slider', { name: 'waves origin, x and y' });
  const box = (await pad.boundingBox())!;
  await page.mouse.move(box.x + box.width * 0.9, box.y + box.height * 0.4);
  await page.mouse.down();
  await page.mouse.up();
  await expect(page.getByLabel('waves origin x', { exact: true })).not.toHaveValue('0');
  await expect.poll(async () => difference(before, await pixelsOf(stage(page)))).toBeGreaterThan(0.3);
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('waves origin x', { exact: true })).toHaveValue('0');
  await pad.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByLabel('waves origin x', { exact: true })).not.toHaveValue('0');
  await page.getByRole('button', { name: 'View: front' }).first().click();
  await expect(page.getByRole('slider', { name: 'waves origin, x and z' })).toBeVisible();

  const rings = await settled(stage(page));
  await page.getByRole('combobox', { name: 'waves shape' }).click();
  await page.getByRole('option', { name: 'Plane' }).click();
  await expect.poll(async () => difference(rings, await pixelsOf(stage(page)))).toBeGreaterThan(0.3);
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map((v) => v.id)).toEqual([]);

  // The handle stands where the control has it, and moves the control.
  await cell(page, 'waves/t2').click();
  const handle = page.getByRole('slider', { name: 'Move origin along x' });
  const was = Number(await handle.getAttribute('aria-valuenow'));
  await drag(page, handle, 40, 0);
  await expect.poll(async () => Number(await handle.getAttribute('aria-valuenow'))).toBeGreaterThan(was + 0.05);
  await page.getByRole('tab', { name: /^Desk/ }).click();
  await expect(page.getByLabel('waves origin x', { exact: true })).not.toHaveValue(String(was));
});

test('the origin of a field is dragged on the form that takes from it', async ({ page }) => {
  const before = await settled(stage(page));
  await cell(page, 'waves/t2').click();
  const handle = page.getByRole('slider', { name: 'Move origin along x' });
  await drag(page, handle, 40, 0);
  await expect.poll(async () => Number(await handle.getAttribute('aria-valuenow'))).toBeGreaterThan(0.05);
  await cell(page, 'hall/t3').click();
  expect(difference(before, await settled(stage(page)))).toBeGreaterThan(0.3);
  // Where the position is moved before it, the place would not be where it is drawn: there is no handle.
  await cell(page, 'waves/t1').click();
  await page.keyboard.press('a');
  await page.getByPlaceholder('Type to search').fill('turn');
  await page.keyboard.press('Enter');
  await cell(page, 'waves/t2').click();
  await expect(handle).toBeHidden();
});
