import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { inWorkbench, openPiece, smallStarter } from './artist';

/** How many different pictures a canvas shows within some seconds. */
async function pictures(page: Page, within: number): Promise<number> {
  return page.locator('canvas[data-still]').evaluate(async (canvas: HTMLCanvasElement, ms) => {
    const seen = new Set<string>();
    const until = performance.now() + ms;
    while (performance.now() < until && seen.size < 2) {
      if (canvas.width > 0) seen.add(canvas.toDataURL());
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    return seen.size;
  }, within);
}

test('the page of a step opens over the workbench, with an example that moves', async ({ page }) => {
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
  await page.locator('[data-cell="swell/t2"]').click();
  await page.keyboard.press('e');
  const dialog = page.getByRole('dialog', { name: 'Fractal' });
  await expect(dialog.getByText('drawing')).toBeHidden();
  expect(await pictures(page, 20_000)).toBe(2);
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
  await expect(page.getByText('drawing')).toBeHidden();
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map((v) => v.id)).toEqual([]);
  expect((await page.request.get('/steps/field.nothing')).status()).toBe(404);
});
