import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';
import { PNG } from 'pngjs';
import { difference, inWorkbench, openPiece, setNumber, settled, sideOf, smallStarter, stage } from './artist';
import { test } from './lasting-page';

const cell = (page: Page, at: string) => page.locator(`[data-cell="${at}"]`);
const kept = (page: Page) => page.getByText(/^saved \d/);

test.beforeEach(async ({ page }) => {
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
});

test('edits are undone after the page was loaded again, and gone to by their names', async ({ page }) => {
  const before = await settled(stage(page));
  await cell(page, 'swell/t2').click();
  await setNumber(page, 'Octaves', 6);
  await page.keyboard.press('o');
  const off = await settled(stage(page));
  expect(difference(before, off)).toBeGreaterThan(0.2);
  await expect(kept(page)).toBeVisible();
  await page.reload();
  await inWorkbench(page);
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeEnabled();
  await page.keyboard.press('h');
  const edits = page.getByRole('region', { name: 'Edits' });
  await expect(edits.getByRole('button', { name: 'Fractal of swell off' })).toHaveAttribute('aria-current', 'true');
  const { violations } = await new AxeBuilder({ page }).include('[role="dialog"]').analyze();
  expect(violations.map((v) => v.id)).toEqual([]);
  await edits.getByRole('button', { name: 'As it was opened' }).click();
  await expect(edits.getByRole('button', { name: 'As it was opened' })).toHaveAttribute('aria-current', 'true');
  await page.keyboard.press('Escape');
  await cell(page, 'swell/t2').click();
  await page.keyboard.press('Escape');
  expect(difference(before, await settled(stage(page)))).toBeLessThan(0.5);
  await page.keyboard.press('Control+y');
  await cell(page, 'swell/t2').click();
  await expect(page.getByLabel('Octaves, number')).toHaveValue('6');
});

test('a version is kept, laid beside the picture, and restored', async ({ page }) => {
  const calmVersion = page.getByRole('region', { name: 'Versions' }).getByRole('listitem').filter({ hasText: 'calm' });
  await page.keyboard.press('h');
  await page.getByLabel('Name of the version').fill('calm');
  await page.getByRole('button', { name: 'Save a version' }).click();
  await expect(page.getByRole('region', { name: 'Versions' }).getByText('calm')).toBeVisible();
  await page.keyboard.press('Escape');
  const calm = await settled(stage(page));
  await cell(page, 'swell/t2').click();
  await page.keyboard.press('o');
  await page.keyboard.press('Escape');
  const flat = await settled(stage(page));
  expect(difference(calm, flat)).toBeGreaterThan(0.2);

  await page.keyboard.press('h');
  await calmVersion.getByRole('button', { name: 'Lay beside' }).click();
  const beside = page.getByRole('img', { name: 'The picture of calm' });
  await expect(beside).toHaveAttribute('data-drawn', '0');
  const both = PNG.sync.read(await page.getByRole('region', { name: 'Stage', exact: true }).screenshot());
  await page.getByRole('button', { name: 'Close it' }).click();
  await expect(beside).toBeHidden();
  const alone = PNG.sync.read(await page.getByRole('region', { name: 'Stage', exact: true }).screenshot());
  const [left, right] = (['left', 'right'] as const).map((s) => difference(sideOf(both, s), sideOf(alone, s)));
  expect(right).toBeGreaterThan(2 * left! + 0.3);

  await page.keyboard.press('h');
  await calmVersion.getByRole('button', { name: 'Restore' }).click();
  await page.keyboard.press('Escape');
  await expect.poll(async () => difference(calm, await settled(stage(page)))).toBeLessThan(0.5);
});
