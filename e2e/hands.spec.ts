import { expect, test, type Page } from '@playwright/test';
import {
  choose,
  difference,
  inWorkbench,
  openPiece,
  pixelsOf,
  setChoice,
  setNumber,
  settled,
  smallStarter,
  stage,
} from './artist';

const cell = (page: Page, at: string) => page.locator(`[data-cell="${at}"]`);

test.beforeEach(async ({ page }) => {
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
});

test('a letter in a closed list is a shortcut and leaves the choice alone', async ({ page }) => {
  await cell(page, 'swell/t2').click();
  await setChoice(page, 'Style', 'Ridged');
  const list = page.getByRole('combobox', { name: 'Style' });
  // "Billowed" begins with B, and no shortcut is called so; N opens the list of steps.
  await page.keyboard.press('b');
  await page.keyboard.press('n');
  await expect(page.getByPlaceholder('Type to search')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(list).toHaveText('Ridged');
});

test('after a number the keyboard is back at the step, by Enter and by Escape', async ({ page }) => {
  await cell(page, 'swell/t2').click();
  await setNumber(page, 'Octaves', 6);
  await expect(cell(page, 'swell/t2')).toBeFocused();
  await page.keyboard.press('n');
  await expect(page.getByPlaceholder('Type to search')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(cell(page, 'swell/t2')).toBeFocused();
  await page.getByLabel('Octaves, number').fill('2');
  await page.keyboard.press('Escape');
  await expect(cell(page, 'swell/t2')).toBeFocused();
  await expect(page.getByLabel('Octaves, number')).toHaveValue('6');
});

test('after adding, removing, undoing and closing a dialog the keyboard is at the step concerned', async ({ page }) => {
  await cell(page, 'swell/t2').click();
  await page.keyboard.press('a');
  await choose(page, 'gain');
  await expect(page.getByRole('button', { name: 'Gain in swell' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-tuning] :focus')).toHaveCount(1);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Gain in swell' })).toHaveCount(0);
  await expect(cell(page, 'swell/t2')).toBeFocused();
  await page.keyboard.press('ArrowRight');
  await expect(cell(page, 'swell/t3')).toBeFocused();
  await page.keyboard.press('Delete');
  await expect(cell(page, 'swell/t3')).toHaveCount(0);
  await expect(cell(page, 'swell/t2')).toBeFocused();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(cell(page, 'swell/t3')).toBeFocused();
  await page.keyboard.press('ArrowLeft');
  await expect(cell(page, 'swell/t2')).toBeFocused();
  await page.getByRole('button', { name: 'Take away' }).click();
  await page.keyboard.press('Escape');
  await expect(cell(page, 'swell/t2')).toBeFocused();
});

for (const [words, name] of [
  ['gain', 'Gain'],
  ['contrast', 'Contrast'],
  ['clamp', 'Clamp'],
  ['power', 'Power'],
] as const) {
  test(`the exact name comes first in the list of steps: ${words}`, async ({ page }) => {
    await cell(page, 'swell/t2').click();
    await page.keyboard.press('a');
    await choose(page, words);
    await expect(page.getByRole('button', { name: `${name} in swell` })).toBeVisible();
  });
}

test('a drag that the system takes away is over', async ({ page, context }) => {
  const before = await settled(stage(page));
  const box = (await stage(page).boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  const touch = await context.newCDPSession(page);
  await touch.send('Emulation.setTouchEmulationEnabled', { enabled: true });
  const send = (type: 'touchStart' | 'touchMove' | 'touchCancel', points: { x: number; y: number }[]) =>
    touch.send('Input.dispatchTouchEvent', { type, touchPoints: points });
  await send('touchStart', [{ x, y }]);
  await send('touchMove', [{ x: x + 20, y }]);
  await send('touchMove', [{ x: x + 60, y }]);
  await expect.poll(async () => difference(before, await pixelsOf(stage(page)))).toBeGreaterThan(0.2);
  await send('touchCancel', []);
  const turned = await settled(stage(page));
  await page.mouse.move(x - 80, y + 30);
  await page.mouse.move(x + 90, y - 30);
  expect(difference(turned, await settled(stage(page)))).toBe(0);
});

test('a piece that plays once is not asked to close', async ({ page }) => {
  await page.keyboard.press('Escape');
  await setChoice(page, 'Plays', 'Once');
  const reading = page.getByRole('button', { name: /plays once. Open the checks/ });
  await expect(reading).toContainText('its end need not meet its beginning');
  await expect(reading).not.toContainText('seam');
  await reading.click();
  const checks = page.getByRole('dialog', { name: 'Checks' });
  await expect(checks.getByRole('status')).toHaveText('This piece plays once, so its end need not meet its beginning.');
  await expect(checks.getByRole('table')).toHaveCount(0);
});
