import { expect } from '@playwright/test';
import { PNG } from 'pngjs';
import {
  difference,
  inWorkbench,
  link,
  openPiece,
  settled,
  smallStarter,
  stage,
  taken,
  variety,
  pickItem,
} from './artist';
import { test } from './lasting-page';

test('any step can be looked at, on the objects or over the frame, and the piece is not touched', async ({ page }) => {
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
  const picture = await settled(stage(page));
  await page.getByRole('button', { name: 'Remap in swell' }).click();
  await page.keyboard.press('l');
  const bar = page.locator('[data-looking]');
  await expect(bar).toContainText('Remap in swell');
  const looked = await settled(stage(page));
  expect(difference(picture, looked)).toBeGreaterThan(5);

  // Numbers under the pointer, and their spread.
  await expect(bar.getByRole('img', { name: /Spread of the values/ })).toBeVisible();
  const box = (await stage(page).boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height * 0.45);
  await expect(bar).toContainText(/-?\d\.\d+/);
  const value = Number(/(-?\d+\.\d+)/.exec((await bar.locator('p').nth(1).textContent())!)![1]);
  expect(value).toBeGreaterThan(-0.5);
  expect(value).toBeLessThan(1.5);

  await bar.getByRole('button', { name: 'Flat over the frame' }).click();
  expect(difference(looked, await settled(stage(page)))).toBeGreaterThan(3);
  await page.keyboard.press('Escape');
  await expect(bar).toBeHidden();
  await page.getByRole('slider', { name: 'Playhead' }).focus();
  await page.mouse.move(5, 5);
  expect(difference(picture, await settled(stage(page)))).toBe(0);
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
});

test('numbers are exposed on the desk, drive several parameters, and are kept as looks', async ({ page }) => {
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Fractal in swell' }).click();
  await page.getByRole('button', { name: 'Link Scale', exact: true }).click();
  await pickItem(page, 'Expose on the desk');
  // Putting out does not take the artist away from the step.
  await expect(page.getByRole('tab', { name: 'Desk (1)' })).toHaveAttribute('aria-selected', 'false');
  await page.getByRole('button', { name: 'Lit in wet silk' }).click();
  await link(page, 'Roughness', 'Follow swell scale');
  await page.getByRole('tab', { name: 'Desk (1)' }).click();
  await page.getByRole('button', { name: 'Store this one' }).click();
  const first = await settled(stage(page));
  await page.getByLabel('swell scale, value').fill('3');
  await page.getByLabel('swell scale, value').press('Enter');
  await page.getByRole('button', { name: 'Store this one' }).click();
  await page.mouse.move(5, 5);
  const second = await settled(stage(page));
  expect(difference(first, second)).toBeGreaterThan(3);

  // Side by side: left as it stands, right the first look.
  await page.getByRole('button', { name: 'compare', exact: true }).first().click();
  await page.getByRole('slider', { name: /Split between now/ }).focus();
  const split = await settled(stage(page));
  expect(difference(split, second)).toBeGreaterThan(1);
  expect(difference(split, first)).toBeGreaterThan(1);
  await page.getByRole('button', { name: 'comparing' }).click();

  await page.getByRole('button', { name: 'look 1', exact: true }).click();
  await expect(page.getByLabel('swell scale, value')).toHaveValue('0.62');
  await page.getByRole('button', { name: 'Vary', exact: true }).click();
  await expect(page.getByLabel('swell scale, value')).not.toHaveValue('0.62');
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('swell scale, value')).toHaveValue('0.62');
});

test('code is checked while it is typed, its numbers are sliders, and what ran last goes on', async ({ page }) => {
  await openPiece(page, smallStarter('estuary-cloth'));
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Add a field' }).click();
  await page.getByPlaceholder('Type to search').fill('uv');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Add a step to uv' }).click();
  await page.getByPlaceholder('Type to search').fill('code');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('density, number')).toHaveValue('4');
  await expect(page.locator('[data-reads]')).toContainText('waveSine');
  const range = page.locator('[data-range]');
  await expect(range).toContainText('highest 1');

  const editor = page.locator('.cm-content');
  await editor.click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type('\nint broken = 1.0;');
  await expect(page.getByRole('alert').filter({ hasText: 'What ran last goes on' })).toContainText('line 6');
  await expect(page.locator('.cm-lintRange-error')).toBeVisible();
  await expect(range).toContainText('highest 1');
  for (let i = 0; i < 18; i++) await page.keyboard.press('Backspace');
  await expect(page.getByRole('alert').filter({ hasText: 'What ran last goes on' })).toHaveCount(0);

  // Completion knows the place.
  await page.keyboard.press('Control+a');
  await page.keyboard.type('return p.pha');
  await expect(page.locator('.cm-tooltip-autocomplete')).toContainText('phase');
  await page
    .locator('.cm-tooltip-autocomplete')
    .getByRole('option', { name: /^phase/ })
    .click();
  await expect(editor).toHaveText('return p.phase');
  await page.keyboard.type(' * 3.0 + 2.0;');
  await expect(range).toContainText('lowest 2');

  // Division by zero is held where it can be seen, and everything else goes on.
  await page.keyboard.press('Control+a');
  await page.keyboard.type('return v.x / (v.y - v.y);');
  await expect(page.locator('[data-range]')).toContainText('a billion or more');
  await expect(page.locator('[data-seam]')).not.toHaveText('measuring');
});

/** A PNG whose header promises a size that it does not hold. */
function pngOf(width: number, height: number): Buffer {
  const head = Buffer.from('89504e470d0a1a0a0000000d494844520000000000000000080600000000000000', 'hex');
  head.writeUInt32BE(width, 16);
  head.writeUInt32BE(height, 20);
  return head;
}

test('pictures that cannot be imported are refused in words; a script in an SVG does not run', async ({ page }) => {
  await openPiece(page, smallStarter('torn-banner'));
  await inWorkbench(page);
  const whole = await settled(stage(page));
  await page.getByRole('button', { name: 'Picture in print' }).click();
  const file = page.getByLabel('Picture, file');
  const drop = page.locator('[data-picture-drop]');
  for (const [name, buffer, words] of [
    ['huge.png', pngOf(12_000, 12_000), /12,000 x 12,000 pixels/],
    ['broken.png', pngOf(64, 64), /broken/],
    ['letter.txt', Buffer.from('hello'), /not a picture/],
  ] as const) {
    await file.setInputFiles({ name, mimeType: 'image/png', buffer });
    await expect(page.getByText(words).first()).toBeVisible();
    await expect(drop).toContainText('Choir banner.png');
  }
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" width="64" height="64"><script>window.ran = true; ' +
    'fetch("/ran")</script><rect width="64" height="64" fill="#20c040" onload="window.ran = ' +
    'true"/></svg>';
  await file.setInputFiles({ name: 'sign.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
  await expect(drop).toContainText('sign.svg');
  expect(await page.evaluate(() => 'ran' in window)).toBe(false);
  await page.getByRole('slider', { name: 'Playhead' }).focus();
  const green = await settled(stage(page));
  expect(difference(whole, green)).toBeGreaterThan(10);
  await page.keyboard.press('Control+z');
  expect(difference(whole, await settled(stage(page)))).toBe(0);
});

test('a picture that vanished is said, and the rest is still drawn', async ({ page }) => {
  const piece = smallStarter('torn-banner');
  await openPiece(page, { ...piece, assets: [] });
  await inWorkbench(page);
  expect(variety(await settled(stage(page)))).toBeGreaterThan(1);
  await page.getByRole('button', { name: 'Picture in print' }).click();
  await expect(page.getByRole('alert').first()).toContainText('no longer in the piece');
});

test('rows are moved, bundled and copied into another piece', async ({ page }) => {
  await openPiece(page, smallStarter('estuary-cloth'));
  await inWorkbench(page);
  const names = () =>
    page
      .getByRole('button', { name: /^Strand / })
      .evaluateAll((all) => all.map((e) => e.getAttribute('aria-label')!.slice(7)));
  const before = await names();
  const fields = before.filter((n) => ['bands', 'dye'].includes(n));
  await page.getByRole('button', { name: `Strand ${fields[1]}`, exact: true }).click();
  await pickItem(page, 'Move up');
  await expect.poll(async () => (await names()).filter((n) => fields.includes(n))).toEqual([fields[1], fields[0]]);
  await page.keyboard.press('Control+z');
  await page.getByRole('button', { name: `Strand ${fields[1]}`, exact: true }).click();
  await pickItem(page, 'Bundle with the one above');
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused();
  await page.keyboard.type('cloth work');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Name', { exact: true })).toBeHidden();
  const head = page.getByRole('button', { name: /^cloth work/ });
  await head.click();
  await expect(page.getByRole('button', { name: `Strand ${fields[1]}`, exact: true })).toBeHidden();
  await head.click();

  // Dragged by hand: the first of the two goes below the second.
  const grip = (name: string) => page.locator(`[data-grip="${name}"]`);
  const [from, to] = [(await grip(fields[0]!).boundingBox())!, (await grip(fields[1]!).boundingBox())!];
  await page.mouse.move(from.x + 5, from.y + 8);
  await page.mouse.down();
  await page.mouse.move(from.x + 5, from.y + 20, { steps: 4 });
  await page.mouse.move(to.x + 5, to.y + to.height, { steps: 8 });
  await page.mouse.up();
  await expect.poll(async () => (await names()).filter((n) => fields.includes(n))).toEqual([fields[1], fields[0]]);

  await page.getByRole('button', { name: `Strand ${fields[1]}`, exact: true }).click();
  await pickItem(page, 'Copy');
  await page.goto('/');
  await page.getByRole('button', { name: 'Start blank' }).click();
  await inWorkbench(page);
  await page.getByRole('region', { name: 'Lattice' }).click({ position: { x: 300, y: 600 } });
  await page.keyboard.press('Control+v');
  await expect(page.getByRole('button', { name: `Strand ${fields[1]}`, exact: true })).toBeVisible();
});

test('handles move what is selected, keys are dragged on the band, and all of it fits the frame', async ({ page }) => {
  await openPiece(page, smallStarter('tide-gauge', 72, 128));
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Place in foyer' }).first().click();
  const arrow = page.getByRole('slider', { name: 'Move position along y' });
  const box = (await arrow.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y - 40, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByLabel('Position y', { exact: true })).not.toHaveValue('1.12');
  await page.getByRole('slider', { name: 'Turn about y' }).press('ArrowRight');
  await expect(page.getByLabel('Turn y', { exact: true })).toHaveValue('1');
  await page.getByRole('button', { name: 'Frame all' }).click();
  await expect(page.getByRole('button', { name: 'Put the camera here' })).toBeVisible();

  await page.getByRole('button', { name: 'Keys in tide' }).click();
  await page
    .getByRole('slider', { name: /^Key 1 at frame/ })
    .first()
    .press('ArrowUp');
  // By a hundredth of what the keys go up and down, 1.65.
  await expect(page.getByLabel('Key 1, value')).toHaveValue(/^-0\.78[34]$/);
  await setNumberKey(page, 'Key 2, frame', 3);
  await expect(page.locator('[data-seam]')).toHaveText(/^closes/);
});

async function setNumberKey(page: import('@playwright/test').Page, label: string, value: number): Promise<void> {
  await page.getByLabel(label).fill(String(value));
  await page.getByLabel(label).press('Enter');
}

test('the frame is looked at pixel by pixel, and they are those of the still', async ({ page }) => {
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
  await settled(stage(page));
  await page.getByRole('button', { name: 'Export' }).click();
  const { bytes } = await taken(page, () => page.getByRole('button', { name: 'Export the Still' }).click());
  const still = PNG.sync.read(bytes);
  await expect(page.getByRole('button', { name: 'Export the Still' })).toBeEnabled();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.locator('[data-cell]').first().click();
  await page.keyboard.press('z');
  const pixels = page.getByRole('application', { name: /^Pixels of the frame/ });
  await expect(pixels).toHaveAttribute('data-scale', '2');
  const words = page.getByText(/^x \d+, y \d+: /);
  const reads = async () => (await words.textContent())!.match(/\d+/g)!.slice(0, 5).map(Number);
  const box = (await pixels.boundingBox())!;
  for (const [dx, dy] of [
    [-60, -30],
    [10, 20],
    [70, 0],
  ] as const) {
    await page.mouse.move(box.x + box.width / 2 + dx, box.y + box.height / 2 + dy);
    await expect(words).toBeVisible();
    const [x, y, ...shown] = await reads();
    // The view may have an odd number of pixels.
    expect(Math.abs(x! - 64 - dx / 2)).toBeLessThanOrEqual(1);
    expect(Math.abs(y! - 36 - dy / 2)).toBeLessThanOrEqual(1);
    const at = 4 * (y! * still.width + x!);
    // Half floats in another order of frames: at most one step apart.
    for (const [i, v] of shown.entries()) expect(Math.abs(v - still.data[at + i]!)).toBeLessThanOrEqual(1);
  }
  await pixels.focus();
  for (let i = 0; i < 8; i++) await page.keyboard.press('+');
  await expect(pixels).toHaveAttribute('data-scale', '48');
  const [x] = await reads();
  await page.mouse.move(0, 0);
  await page.keyboard.press('ArrowRight');
  await expect.poll(async () => (await reads())[0]).not.toBe(x);
  await page.keyboard.press('Escape');
  await expect(pixels).toBeHidden();
});
