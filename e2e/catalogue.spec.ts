import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';
import { inWorkbench, openPiece, smallStarter } from './artist';
import { test } from './lasting-page';

const example = (page: Page) =>
  page.locator('canvas[data-still]').evaluate((canvas: HTMLCanvasElement) => canvas.toDataURL());

test('the page of a step opens over the workbench, with an example that moves', async ({ page }) => {
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
  await page.locator('[data-cell="swell/t2"]').click();
  await page.keyboard.press('e');
  const dialog = page.getByRole('dialog', { name: 'Fractal' });
  await expect(dialog.locator('canvas[data-still]')).toBeVisible();
  await expect(dialog.getByText('drawing')).toBeHidden();
  const drawn = await example(page);
  await expect.poll(() => example(page)).not.toBe(drawn);
  await expect(dialog.getByRole('rowheader', { name: 'Octaves' })).toBeVisible();
  await expect(dialog.getByLabel('GLSL of the step')).toContainText('fractalSum');
  const { violations } = await new AxeBuilder({ page }).include('[role="dialog"]').analyze();
  expect(violations.map((v) => v.id)).toEqual([]);
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-cell="swell/t2"]')).toBeFocused();
});

test('every step has a page of its own, and the list leads there', async ({ page }) => {
  await page.goto('/steps');
  await page.getByRole('link', { name: 'Ripple', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Ripple', level: 1 })).toBeVisible();
  await expect(page.locator('canvas[data-still]')).toBeVisible();
  await expect(page.getByText('drawing')).toBeHidden();
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map((v) => v.id)).toEqual([]);
  expect((await page.request.get('/steps/field.nothing')).status()).toBe(404);
});
