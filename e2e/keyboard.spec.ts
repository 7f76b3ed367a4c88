import { expect, type Page } from '@playwright/test';
import { difference, inWorkbench, pixelsOf, seam, settled, stage, taken, variety } from './artist';
import { test } from './lasting-page';

/** Types words into the list that is open and takes what comes first. */
async function take(page: Page, key: string, words: string): Promise<void> {
  await page.keyboard.press(key);
  await expect(page.getByPlaceholder('Type to search')).toBeFocused();
  await page.keyboard.type(words);
  await page.keyboard.press('Enter');
  await expect(page.getByPlaceholder('Type to search')).toHaveCount(0);
}

const focused = (page: Page, name: string | RegExp) => expect(page.getByRole('button', { name })).toBeFocused();

/** Stops between any two places of the workbench. */
const MOST = 80;

/** Presses a key until something has the keyboard. */
async function until(page: Page, key: string, name: string, role: 'button' | 'menuitem' = 'button'): Promise<void> {
  const wanted = page.getByRole(role, { name, exact: role === 'button' });
  for (let i = 0; i < MOST && !(await wanted.evaluate((e) => e === document.activeElement)); i++)
    await page.keyboard.press(key);
  await expect(wanted).toBeFocused();
}

test('the guided first loop leads from blank to a file, by keyboard alone', async ({ page }) => {
  await page.goto('/');
  const blank = page.getByRole('button', { name: /^Start blank/ });
  await expect(blank).toBeVisible();
  for (let i = 0; i < 20 && !(await blank.evaluate((e) => e === document.activeElement)); i++)
    await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await inWorkbench(page);
  await until(page, 'Tab', 'Guide me to a first loop');
  await page.keyboard.press('Enter');
  const guide = page.getByRole('complementary', { name: 'Guided first loop' });
  const says = (place: string) => expect(guide).toContainText(place);
  await says('1 of 10');
  await take(page, 'n', 'ball');
  await says('2 of 10');
  await focused(page, 'Ball in ball');
  await take(page, 'n', 'lit');
  await says('3 of 10');
  await take(page, 'n', 'camera');
  await says('4 of 10');
  await take(page, 'a', 'place');
  await says('5 of 10');
  await take(page, 'a', 'sun');
  await says('6 of 10');
  await take(page, 'n', 'shoot');
  await says('7 of 10');
  const still = await settled(stage(page));
  expect(variety(still)).toBeGreaterThan(10);
  await until(page, 'ArrowUp', 'Ball in ball');
  await take(page, 'a', 'push');
  await says('8 of 10');
  // From the cell to its numbers, to the link of the first.
  await page.keyboard.press('Enter');
  await until(page, 'Tab', 'Link Field');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('menu')).toBeVisible();
  await until(page, 'ArrowDown', 'New field here', 'menuitem');
  await take(page, 'Enter', 'noise');
  await says('9 of 10');
  await expect.poll(async () => difference(still, await pixelsOf(stage(page)))).toBeGreaterThan(0.2);
  await focused(page, 'Noise in noise');
  await page.keyboard.press(' ');
  await says('10 of 10');
  await page.keyboard.press(' ');
  await expect(seam(page)).toHaveText('closes');
  // Where one is, is remembered.
  await page.reload();
  await inWorkbench(page);
  await says('10 of 10');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('export');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog', { name: 'Export' })).toBeVisible();
  const file = await taken(page, async () => {
    await until(page, 'Tab', 'Export the Still');
    await page.keyboard.press('Enter');
  });
  expect(file.bytes.subarray(1, 4).toString()).toBe('PNG');
  await expect(page.getByRole('button', { name: 'Export the Still' })).toBeEnabled();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await says('That is a whole loop');
  await until(page, 'Tab', 'Close');
  await page.keyboard.press('Enter');
  await expect(guide).toHaveCount(0);
});
