import { expect } from '@playwright/test';
import {
  choose,
  difference,
  inWorkbench,
  link,
  pixelsOf,
  renameStrand,
  seam,
  setNumber,
  settled,
  stage,
  variety,
} from './artist';
import { test } from './lasting-page';

test('an artist builds the first loop from blank, with keys and mouse', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Start blank' }).click();
  await inWorkbench(page);
  await expect(page.getByText('Nothing here yet')).toBeInViewport({ ratio: 1 });
  await setNumber(page, 'Width', 128);
  await setNumber(page, 'Height', 72);
  await setNumber(page, 'Length', 24);

  // A signal, by keyboard alone.
  await page.getByRole('region', { name: 'Lattice' }).click({ position: { x: 300, y: 600 } });
  await page.keyboard.press('n');
  await choose(page, 'cycle');
  await setNumber(page, 'Turns', 2);
  await page.locator('[data-cell="s1/t1"]').focus();
  await page.keyboard.press('a');
  await choose(page, 'remap');
  await setNumber(page, 'To low', 0.2);
  await setNumber(page, 'To high', 0.7);
  await renameStrand(page, 'cycle', 'breath');

  // A field: position, looping fractal noise, remap.
  await page.getByRole('button', { name: 'Add a field' }).click();
  await choose(page, 'position');
  await page.getByRole('button', { name: 'Add a step to position' }).click();
  await choose(page, 'fractal');
  await setNumber(page, 'Octaves', 3);
  // Enter gave the keyboard back to the step, so the next letter adds to its row.
  await expect(page.locator('[data-cell="s2/t2"]')).toBeFocused();
  await page.keyboard.press('a');
  await choose(page, 'remap');
  await renameStrand(page, 'position', 'swell');
  await expect(page.locator('[data-range]')).toContainText(/lowest .*highest /);

  // A second field through a colour ramp.
  await page.getByRole('button', { name: 'Add a field' }).click();
  await choose(page, 'take from');
  await link(page, 'Value', 'swell');
  await page.getByRole('button', { name: 'Add a step to take from' }).click();
  await choose(page, 'ramp');
  await renameStrand(page, 'take from', 'tint');

  // A form displaced by the field, by as much as the signal says.
  await page.getByRole('button', { name: 'Add a form' }).click();
  await choose(page, 'grid');
  await setNumber(page, 'Columns', 48);
  await setNumber(page, 'Rows', 48);
  await page.getByRole('button', { name: 'Add a step to grid' }).click();
  await choose(page, 'push');
  await link(page, 'Field', 'swell');
  await link(page, 'Amount', 'breath');
  await expect(page.locator('[data-cell="s4/t2"]')).toContainText('swell, breath');

  // A surface, a stage with everything in it, a finish.
  await page.getByRole('button', { name: 'Add a surface' }).click();
  await choose(page, 'lit');
  await page.getByRole('button', { name: 'Add a step to lit' }).click();
  await choose(page, 'colour');
  await link(page, 'Colour', 'tint');
  await page.getByRole('button', { name: 'Add a stage' }).click();
  await choose(page, 'camera');
  for (const step of ['sun', 'fill', 'place']) {
    await page.getByRole('button', { name: 'Add a step to camera' }).click();
    await choose(page, step);
  }
  await page.getByRole('button', { name: 'Add a finish' }).click();
  await choose(page, 'shoot');
  for (const step of ['exposure', 'contrast']) {
    await page.getByRole('button', { name: 'Add a step to shoot' }).click();
    await choose(page, step);
  }

  // The picture is there, the loop closes by measurement, and it moves.
  await expect(seam(page)).toHaveText('closes');
  await expect(page.getByText('picture 0 of 255')).toBeVisible();
  const begin = await settled(stage(page));
  expect(variety(begin)).toBeGreaterThan(8);
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'One frame on' }).click();
  await expect(page.getByText('frame 4 of 24')).toBeVisible();
  const later = await settled(stage(page));
  expect(difference(begin, later)).toBeGreaterThan(1);
  for (let i = 0; i < 20; i++) await page.keyboard.press('.');
  await expect(page.getByText('frame 0 of 24')).toBeVisible();
  expect(difference(begin, await settled(stage(page)))).toBe(0);

  // Every step has a drawing of its own.
  for (const cell of await page.locator('[data-cell]').all()) {
    const drawing = cell.locator('canvas, svg').first();
    await drawing.scrollIntoViewIfNeeded();
    await expect
      .poll(async () => variety(await pixelsOf(drawing)), { message: (await cell.getAttribute('aria-label')) ?? '' })
      .toBeGreaterThan(1);
  }

  // Nothing is lost: undo all the way, redo all the way, reload.
  await page.getByRole('region', { name: 'Lattice' }).click({ position: { x: 660, y: 10 } });
  const cells = await page.locator('[data-cell]').count();
  expect(cells).toBe(18);
  for (let i = 0; i < 80; i++) await page.keyboard.press('Control+z');
  await expect(page.locator('[data-cell]')).toHaveCount(0);
  for (let i = 0; i < 80; i++) await page.keyboard.press('Control+Shift+z');
  await expect(page.locator('[data-cell]')).toHaveCount(cells);
  // At once, while the last change may still wait for the store.
  await page.reload();
  await expect(page.locator('[data-cell]')).toHaveCount(cells);
  expect(difference(begin, await settled(stage(page)))).toBe(0);
});
