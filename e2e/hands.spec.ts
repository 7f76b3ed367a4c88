import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';
import {
  choose,
  difference,
  drag,
  inWorkbench,
  openPiece,
  pixelsOf,
  seam,
  setChoice,
  setNumber,
  settled,
  smallStarter,
  stage,
  pickItem,
} from './artist';
import { test } from './lasting-page';

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
  await page.getByRole('button', { name: 'Export' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(cell(page, 'swell/t2')).toBeFocused();
});

test('the exact name comes first in the list of steps', async ({ page }) => {
  for (const [words, name] of [
    ['gain', 'Gain'],
    ['contrast', 'Contrast'],
    ['clamp', 'Clamp'],
    ['power', 'Power'],
  ] as const) {
    await cell(page, 'swell/t2').click();
    await page.keyboard.press('a');
    await choose(page, words);
    await expect(page.getByRole('button', { name: `${name} in swell` })).toBeVisible();
  }
});

test('a number is dragged by its name, typed as a sum or in a unit, and turned by the wheel', async ({ page }) => {
  await cell(page, 'swell/t2').click();
  const scale = page.getByLabel('Scale, number');
  const value = async () => Number(await scale.inputValue());
  const before = await value();
  await drag(page, page.getByText('Scale', { exact: true }), 40, 0);
  await expect.poll(value).toBeGreaterThan(before);
  const dragged = await value();
  await page.keyboard.down('Alt');
  await drag(page, page.getByText('Scale', { exact: true }), 40, 0);
  await page.keyboard.up('Alt');
  await expect.poll(value).toBeGreaterThan(dragged);
  await expect.poll(async () => (await value()) - dragged).toBeCloseTo((dragged - before) / 10, 2);
  // Each drag is one entry of the history.
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect.poll(value).toBe(before);

  await scale.fill('2*pi/3');
  await scale.press('Enter');
  await expect.poll(value).toBeCloseTo(2.09, 1);
  await scale.focus();
  await scale.hover();
  await page.mouse.wheel(0, -100);
  await expect.poll(value).toBeGreaterThan(2.1);
  const turned = await value();
  // What cannot be read, and what is more than it takes, is said at the field, which goes back.
  await scale.fill('2 * apples');
  await scale.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: '"apples" is not known here. It is' })).toBeVisible();
  await expect.poll(value).toBeCloseTo(turned, 2);
  const octaves = page.getByLabel('Octaves, number');
  await octaves.fill('1e3');
  await octaves.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: '1e3 is not taken here: it is 10 now.' })).toBeVisible();
  // All digits are there while it is edited, and as many as matter where it is not.
  await scale.fill('1.005');
  await scale.press('Enter');
  await expect(scale).toHaveValue('1.005');
  // The wheel is for a slider as well, once the pointer has come to rest on it.
  await page.getByRole('slider', { name: 'Scale' }).hover();
  await expect
    .poll(
      async () => {
        await page.mouse.wheel(0, -100);
        return value();
      },
      { intervals: [500] },
    )
    .toBeGreaterThan(1.005);

  await page.keyboard.press('Escape');
  // The piece runs at 24 frames a second.
  const length = page.getByLabel('Length, number');
  await length.fill('2 s');
  await length.press('Enter');
  await expect(length).toHaveValue('48');

  // Turns in the loop and how long one lasts fill each other in; few digits are enough for what closes.
  await cell(page, 'breath/t1').click();
  await setNumber(page, 'Seconds', 0.667);
  await expect(page.getByLabel('Turns, number')).toHaveValue('3');
  await setNumber(page, 'Turns', 4);
  await expect(page.getByLabel('Seconds, number')).toHaveValue('0.5');
});

test('what is wanted is made where it is wanted, swapped and varied, with the picture following', async ({ page }) => {
  await cell(page, 'wet-silk/t1').click();
  const before = await settled(stage(page));
  await page.getByRole('button', { name: 'Link Roughness', exact: true }).click();
  await pickItem(page, /New field here/);
  // Noise needs places to run in: both come, and the roughness follows them.
  await choose(page, 'noise');
  const noise = page.getByRole('button', { name: 'Noise in noise', exact: true });
  await expect(noise).toBeFocused();
  await expect(page.getByRole('button', { name: 'Position in noise', exact: true })).toBeVisible();
  const made = await settled(stage(page));
  expect(difference(before, made)).toBeGreaterThan(0.1);
  await page.keyboard.press('>');
  await expect(noise).toHaveCount(0);
  const swapped = await settled(stage(page));
  expect(difference(made, swapped)).toBeGreaterThan(0.05);
  await page.keyboard.press('<');
  await expect(noise).toHaveCount(1);
  expect(difference(made, await settled(stage(page)))).toBe(0);
  await page.keyboard.press('d');
  await expect.poll(async () => difference(made, await settled(stage(page)))).toBeGreaterThan(0.02);
  await page.keyboard.press('Control+z');
  expect(difference(made, await settled(stage(page)))).toBe(0);
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await expect(noise).toHaveCount(0);
  expect(difference(before, await settled(stage(page)))).toBe(0);
});

test('the picture takes the window with tuning over it, and gives it back', async ({ page }) => {
  await cell(page, 'swell/t2').click();
  const small = (await stage(page).boundingBox())!;
  await page.keyboard.press('v');
  await expect(page.getByRole('region', { name: 'Lattice' })).toHaveCount(0);
  await expect.poll(async () => (await stage(page).boundingBox())!.width).toBeGreaterThan(1.6 * small.width);
  const over = page.getByRole('complementary', { name: 'Tuning over the picture' });
  await over.getByRole('button', { name: 'Fold away' }).click();
  const before = await settled(stage(page));
  await over.getByRole('button', { name: 'Show tuning' }).click();
  await page.getByLabel('Scale, number').fill('3');
  await page.getByLabel('Scale, number').press('Enter');
  await over.getByRole('button', { name: 'Fold away' }).click();
  await expect.poll(async () => difference(before, await pixelsOf(stage(page)))).toBeGreaterThan(0.2);
  await page.keyboard.press('v');
  await expect(cell(page, 'swell/t2')).toBeVisible();
  await expect.poll(async () => (await stage(page).boundingBox())!.width).toBeCloseTo(small.width, 0);
});

test('the split between rows and picture is remembered, and handles stay on the picture', async ({ page }) => {
  const width = async () => (await stage(page).boundingBox())!.width;
  await page.getByRole('button', { name: 'Camera in hall' }).click();
  /** How far the handle lies from the middle of the picture, in parts of its width. */
  const handleAt = async () => {
    const picture = (await stage(page).boundingBox())!;
    const handle = (await page.getByRole('slider', { name: 'Move target along y' }).boundingBox())!;
    return (handle.x + handle.width / 2 - picture.x - picture.width / 2) / picture.width;
  };
  await settled(stage(page));
  const [before, at] = [await width(), await handleAt()];
  await drag(page, page.getByRole('separator', { name: 'Width of the lattice' }), -120, 0);
  await expect.poll(width).toBeGreaterThan(before + 90);
  await expect.poll(handleAt).toBeCloseTo(at, 2);
  const wide = await width();
  await page.reload();
  await inWorkbench(page);
  await expect.poll(width).toBeCloseTo(wide, 0);
});

test('a long row scrolls by itself, and its chosen step comes into view', async ({ page }) => {
  await cell(page, 'swell/t2').click();
  for (let i = 0; i < 6; i++) {
    await page.keyboard.press('a');
    await choose(page, 'gain');
  }
  const first = page.locator('[data-cell^="swell/"]').first();
  await expect(page.locator('[data-cell^="swell/"]').last()).toBeInViewport();
  await expect(first).not.toBeInViewport({ ratio: 0.5 });
  // Rows beside it stay where they are.
  const others = page.locator('[data-cell$="/t1"]:not([data-cell^="swell/"])');
  await expect(others.first()).toBeInViewport();
  await page.getByTitle('Steps before these').click();
  await page.keyboard.press('Escape');
  await first.click();
  await expect(first).toBeInViewport({ ratio: 1 });
});

test('deleting a strand says what took from it, before and after', async ({ page }) => {
  await page.getByRole('button', { name: 'Strand swell', exact: true }).click();
  const item = page.getByRole('menuitem', { name: /Delete strand/ });
  await expect(item).toContainText('used by');
  await item.click();
  await expect(page.getByText(/"swell" was deleted; \d+ steps used it/)).toBeVisible();
  await page.getByRole('button', { name: /^Checks/ }).click();
  const notes = page.getByRole('dialog', { name: 'Checks' }).getByRole('region', { name: 'Notes' });
  await expect(notes.getByText(/the strand "swell" that it was linked to was deleted/).first()).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('listitem').getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Strand swell', exact: true })).toBeVisible();
});

test('a drag that the system takes away is over', async ({ page }) => {
  const before = await settled(stage(page));
  const box = (await stage(page).boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  const touch = await page.context().newCDPSession(page);
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
  await touch.detach();
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

test('a step has a menu at the right button and at a long press, and free ground one of what can be made', async ({
  page,
}) => {
  const menu = page.getByRole('menu', { name: 'What can be done here' });
  const remap = page.getByRole('button', { name: 'Remap in swell' });
  await remap.click({ button: 'right' });
  await expect(menu.getByRole('menuitem', { name: /^Look at this step/ })).toContainText('L');
  const { violations } = await new AxeBuilder({ page }).include('[role="menu"]').analyze();
  expect(violations.map((v) => v.id)).toEqual([]);
  await pickItem(menu, /^Switch this step off/);
  await expect(remap).toHaveCSS('opacity', '0.45');
  await expect(remap).toHaveAttribute('aria-description', /off/);
  await page.keyboard.press('Control+z');
  await expect(remap).toHaveCSS('opacity', '1');

  // The menu key, at the step that has the keyboard.
  await remap.press('Shift+F10');
  await pickItem(menu, /^Replace this step/);
  await expect(page.getByPlaceholder('Type to search')).toBeVisible();
  await page.keyboard.press('Escape');

  const touch = await page.context().newCDPSession(page);
  await touch.send('Emulation.setTouchEmulationEnabled', { enabled: true });
  const box = (await page.getByRole('button', { name: 'Fractal in swell' }).boundingBox())!;
  const point = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  await touch.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [point] });
  await expect(menu.getByRole('menuitem', { name: /^Vary this step/ })).toBeVisible();
  await touch.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  await touch.send('Emulation.setTouchEmulationEnabled', { enabled: false });
  await touch.detach();
  await page.keyboard.press('Escape');
  await expect(menu).toBeHidden();
  await expect(page.getByRole('button', { name: 'Fractal in swell' })).toHaveAttribute('aria-pressed', 'true');

  const last = (await page.getByRole('button', { name: 'Add a step to swell' }).boundingBox())!;
  await page.mouse.click(last.x + last.width + 60, last.y + 10, { button: 'right' });
  await pickItem(menu, /^New strand/);
  await expect(page.getByPlaceholder('Type to search')).toBeVisible();
});

test('small and zoomed windows have room for the work, and in large ones drawings grow', async ({ page }) => {
  const grid = cell(page, 'sea/t1');
  const drawing = grid.locator('canvas');
  const widthOf = async () => (await drawing.boundingBox())!.width;
  const usual = await widthOf();
  // 1280 x 800 at 200 % has half as many pixels each way.
  for (const [width, height] of [
    [640, 400],
    [1024, 768],
    [2560, 1440],
  ] as const) {
    await page.setViewportSize({ width, height });
    await expect(page.getByRole('button', { name: 'Export' })).toBeInViewport({ ratio: 1 });
    await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeInViewport({ ratio: 1 });
    await expect(seam(page)).toBeInViewport({ ratio: 1 });
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
    await grid.click();
    await expect(grid).toBeInViewport();
    const columns = page.getByLabel('Columns, number');
    await columns.scrollIntoViewIfNeeded();
    await expect(columns).toBeInViewport({ ratio: 1 });
    await setNumber(page, 'Columns', width / 32);
    await expect(grid).toContainText(String(width / 32));
  }
  await expect.poll(widthOf).toBeGreaterThan(1.8 * usual);
  await page.setViewportSize({ width: 640, height: 400 });
  // Rows and tuning, or the picture: a button or a key away.
  await expect(stage(page)).toHaveCSS('height', '0px');
  await page.getByRole('button', { name: 'Picture', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Lattice' })).toBeHidden();
  expect((await stage(page).boundingBox())!.width).toBeGreaterThan(400);
  await page.keyboard.press('v');
  await expect(page.getByRole('region', { name: 'Lattice' })).toBeVisible();
});
