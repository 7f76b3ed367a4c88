import AxeBuilder from '@axe-core/playwright';
import { expect } from '@playwright/test';
import { writePiece } from '@/core/formats/write-piece';
import {
  difference,
  goToFrame,
  inWorkbench,
  loseCard,
  openFile,
  openPiece,
  pixelsOf,
  seam,
  setNumber,
  settled,
  smallStarter,
  stage,
  taken,
  variety,
  pickItem,
} from './artist';
import { test } from './lasting-page';

test.beforeEach(async ({ page }) => {
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
});

test('a dragged number is followed at once, without compiling again, as one step of the history', async ({ page }) => {
  await page.getByRole('button', { name: 'Fractal in swell' }).click();
  await expect
    .poll(async () => variety(await pixelsOf(page.getByRole('button', { name: 'Contrast in out' }).locator('canvas'))))
    .toBeGreaterThan(5);
  const before = await settled(stage(page));
  await page.evaluate(() => {
    const counts = window as unknown as { compiled: number };
    counts.compiled = 0;
    const { compileShader } = WebGL2RenderingContext.prototype;
    WebGL2RenderingContext.prototype.compileShader = function (shader) {
      counts.compiled++;
      return compileShader.call(this, shader);
    };
  });
  const thumb = page.getByRole('slider', { name: 'Scale', exact: true });
  const box = (await thumb.boundingBox())!;
  await page.mouse.move(box.x + 6, box.y + 6);
  await page.mouse.down();
  for (let i = 1; i <= 10; i++) await page.mouse.move(box.x + 6 + i * 5, box.y + 6);
  await page.mouse.up();
  const after = await settled(stage(page));
  expect(difference(before, after)).toBeGreaterThan(2);
  expect(await page.evaluate(() => (window as unknown as { compiled: number }).compiled)).toBe(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Scale, number')).toHaveValue('0.62');
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  expect(difference(before, await settled(stage(page)))).toBe(0);
});

test('the stage can be orbited, and the view put back or kept', async ({ page }) => {
  const before = await settled(stage(page));
  const box = (await stage(page).boundingBox())!;
  await page.mouse.move(box.x + 200, box.y + 150);
  await page.mouse.down();
  await page.mouse.move(box.x + 320, box.y + 180, { steps: 4 });
  await page.mouse.up();
  const turned = await settled(stage(page));
  expect(difference(before, turned)).toBeGreaterThan(2);
  await page.getByRole('button', { name: 'Put the camera here' }).click();
  expect(difference(turned, await settled(stage(page)))).toBeLessThan(6);
  await page.getByRole('button', { name: 'Undo' }).click();
  await settled(stage(page));
  await stage(page).focus();
  await page.keyboard.press('ArrowLeft');
  await page.getByRole('button', { name: 'Back to the camera' }).click();
  await page.mouse.move(5, 5);
  await expect(page.getByRole('button', { name: 'Back to the camera' })).toBeHidden();
});

test('the preview keeps the size that is asked for', async ({ page }) => {
  const size = page.getByRole('button', { name: 'Size of the preview' });
  // So small a picture is not made smaller by itself, however slow the machine is.
  await expect(size).toHaveText('128 x 72');
  const sharp = await settled(stage(page));
  for (const [name, shown] of [
    ['Quarter', '32 x 18 of 128 x 72'],
    ['Full size', '128 x 72'],
  ] as const) {
    await size.click();
    await pickItem(page, name);
    await expect(size).toHaveText(shown);
    if (name === 'Quarter') expect(difference(sharp, await settled(stage(page)))).toBeGreaterThan(0.5);
  }
});

test('a second window shows the picture that stands, and goes on after the rehearsal', async ({ page }) => {
  await page.getByRole('button', { name: 'Size of the preview' }).click();
  const [other] = await Promise.all([page.waitForEvent('popup'), pickItem(page, /^In a second window/)]);
  /** How much the picture in the window varies. */
  const seen = async () =>
    variety({
      data: Buffer.from(
        await other.evaluate(() => {
          const canvas = document.createElement('canvas');
          [canvas.width, canvas.height] = [64, 36];
          const context = canvas.getContext('2d')!;
          context.drawImage(document.querySelector('video')!, 0, 0, 64, 36);
          return [...context.getImageData(0, 0, 64, 36).data];
        }),
      ),
    });
  await expect.poll(seen).toBeGreaterThan(5);
  const stood = await other.evaluate(() => (document.querySelector('video')!.srcObject as MediaStream).id);
  await page.keyboard.press('p');
  await expect(page.getByRole('button', { name: 'Back to the workbench' })).toBeVisible();
  // The stage of the rehearsal is another one.
  await expect
    .poll(() => other.evaluate(() => (document.querySelector('video')!.srcObject as MediaStream).id))
    .not.toBe(stood);
  await expect.poll(seen).toBeGreaterThan(5);
  await page.getByRole('button', { name: 'Back to the workbench' }).click();
  await other.close();
});

test('it plays, pauses and scrubs', async ({ page }) => {
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
  await expect(page.getByText(/^frame [1-9]/)).toBeVisible();
  await page.keyboard.press('Space');
  const head = page.getByRole('slider', { name: 'Playhead' });
  const box = (await head.boundingBox())!;
  // The seam stands in the middle: a quarter of the loop to the right of it lies frame 3 of 12.
  await page.mouse.click(box.x + box.width / 2 + (0.25 / 0.62) * (box.width / 2), box.y + 60);
  await expect(page.getByText('frame 3 of 12')).toBeVisible();
  await page.mouse.click(box.x + box.width / 2 - (0.25 / 0.62) * (box.width / 2), box.y + 60);
  await expect(page.getByText('frame 9 of 12')).toBeVisible();
});

test('nothing is done, frame by frame, for a picture that stands', async ({ page }) => {
  await expect(seam(page)).toHaveText('closes');
  const begin = await settled(stage(page));
  // Frames of the page that the program asks for in a row of fifteen.
  const asked = () =>
    page.evaluate(async () => {
      const ask = window.requestAnimationFrame;
      let count = 0;
      window.requestAnimationFrame = (then) => {
        count++;
        return ask(then);
      };
      for (let i = 0; i < 15; i++) await new Promise(ask);
      window.requestAnimationFrame = ask;
      return count;
    });
  await expect.poll(asked).toBe(0);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(asked).toBeGreaterThan(10);
  await page.getByRole('button', { name: 'Pause' }).click();
  await expect.poll(asked).toBe(0);
  // It was paused anywhere, also just before the frame that it began with.
  await goToFrame(page, 3);
  await expect.poll(async () => difference(begin, await settled(stage(page)))).toBeGreaterThan(0);
});

test('tuning shows the measured range, and pointing reads values', async ({ page }) => {
  await page.getByRole('button', { name: 'Remap in breath' }).click();
  await expect(page.locator('[data-range]')).toHaveText(/lowest 0\.42\s*highest 0\.62/);
  await page.getByRole('button', { name: 'Remap in swell' }).click();
  await expect(page.locator('[data-range]')).toContainText('lowest');
  const preview = page.getByRole('img', { name: 'Preview of field.remap' });
  await preview.hover({ position: { x: 98, y: 55 } });
  const reading = page.locator('[data-tuning] [aria-live]');
  await expect(reading).toHaveText(/^-?\d+(\.\d+)? at -?0(\.\d+)?, -?0(\.\d+)?, -?\d+(\.\d+)?$/);
});

test('a value that breaks the loop is named, and mended by one click', async ({ page }) => {
  await expect(seam(page)).toHaveText('closes');
  await page.getByRole('button', { name: 'Cycle in breath' }).click();
  await setNumber(page, 'Turns', 2.4);
  await expect(seam(page)).toHaveText('does not close');
  await page.getByRole('button', { name: /^Checks/ }).click();
  await expect(page.getByText('Breaks at Cycle in breath').first()).toBeVisible();
  await expect(page.getByRole('img', { name: /Change per frame/ }).locator('canvas')).toBeVisible();
  await page.getByRole('button', { name: 'Set turns to 2' }).first().click();
  await expect(page.getByText('The loop closes.')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Turns, number')).toHaveValue('2');
});

test('a link that would close a circle is not offered, and steps can be walked by keys', async ({ page }) => {
  await page.locator('[data-cell="swell/t3"]').focus();
  await page.keyboard.press('ArrowRight');
  await page.locator('[data-cell="swell/t3"]').click();
  await page.getByRole('button', { name: 'Link To low' }).click();
  await expect(page.getByRole('menuitem', { name: 'breath' })).toBeVisible();
  await expect(page.getByRole('menuitem', { name: 'crest' })).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.locator('[data-cell="swell/t3"]').focus();
  await page.keyboard.press('ArrowLeft');
  await expect(page.locator('[data-cell="swell/t2"]')).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('combobox', { name: 'Style' })).toBeFocused();
});

test('ramps are edited by stops', async ({ page }) => {
  await page.getByRole('button', { name: 'Ramp in tint' }).click();
  const before = await settled(stage(page));
  await page.getByRole('slider', { name: 'Colours, stop 1' }).focus();
  await page.keyboard.press('Enter');
  await page.getByLabel('Stop 1 as #rrggbb').fill('#ff2200');
  await page.keyboard.press('Escape');
  expect(difference(before, await settled(stage(page)))).toBeGreaterThan(0.5);
  await page.getByTitle('Click to add a stop').click({ position: { x: 60, y: 10 } });
  await expect(page.getByRole('slider', { name: /^Colours, stop/ })).toHaveCount(6);
  await page.getByRole('slider', { name: 'Colours, stop 6' }).focus();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('slider', { name: /^Colours, stop/ })).toHaveCount(5);
});

test('the piece goes out as a file and comes in again, byte for byte', async ({ page }) => {
  const piece = smallStarter('tidewater-veil');
  await page.getByRole('button', { name: 'Export' }).click();
  const file = await taken(page, () => page.getByRole('button', { name: 'Export the piece' }).click());
  expect(file.name).toBe('tidewater-veil.calm.json');
  expect(file.bytes.toString()).toBe(writePiece(piece));
  await openFile(page, file.bytes.toString());
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Export' }).click();
  const again = await taken(page, () => page.getByRole('button', { name: 'Export the piece' }).click());
  expect(again.bytes.equals(file.bytes)).toBe(true);
});

test('what goes on in a piece does not go on in the next, and small rows stay small', async ({ page }) => {
  await page.getByRole('button', { name: 'Fractal in swell' }).click();
  await page.keyboard.press('l');
  await expect(page.getByRole('button', { name: 'Back to the picture' })).toBeVisible();
  await page.getByRole('button', { name: 'Compact rows' }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByText(/^frame [1-9]\d* of/)).toBeVisible();

  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
  await expect(page.getByText('frame 0 of')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Back to the picture' })).toBeHidden();
  await expect(page.getByRole('button', { name: 'Compact rows' })).toHaveAttribute('aria-pressed', 'true');
});

test('a lost graphics card comes back without a reload', async ({ page }) => {
  const before = await settled(stage(page));
  await loseCard(page);
  const after = await settled(stage(page));
  expect(variety(after)).toBeGreaterThan(8);
  expect(difference(before, after)).toBe(0);
});

test('nothing stands in the way of a keyboard or a screen reader', async ({ page }) => {
  await page.getByRole('button', { name: 'Fractal in swell' }).click();
  await settled(stage(page));
  const look = async () =>
    (await new AxeBuilder({ page }).analyze()).violations.map(
      (v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`,
    );
  expect(await look()).toEqual([]);
  await page.getByRole('button', { name: /^Checks/ }).click();
  expect(await look()).toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Export' }).click();
  expect(await look()).toEqual([]);
  await page.keyboard.press('Escape');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys and first steps' })).toContainText('walk the lattice');
  expect(await look()).toEqual([]);
  await page.goto('/');
  await expect(page.getByRole('article')).toBeVisible();
  expect(await look()).toEqual([]);
});

test('compact rows and folds keep every cell', async ({ page }) => {
  const cells = await page.locator('[data-cell]').count();
  await page.getByRole('button', { name: 'Compact rows' }).click();
  await expect(page.locator('[data-cell]')).toHaveCount(cells);
  await expect.poll(async () => (await page.locator('[data-cell="breath/t1"]').boundingBox())!.height).toBeLessThan(36);
  await page.getByRole('button', { name: /^Fields/ }).click();
  await expect(page.locator('[data-cell="swell/t1"]')).toHaveCount(0);
  expect(variety(await pixelsOf(page.getByRole('region', { name: 'Lattice' })))).toBeGreaterThan(3);
});
