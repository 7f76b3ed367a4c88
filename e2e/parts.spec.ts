import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';
import { readPart } from '@/core/formats/part-file';
import { expose, setTrack } from '@/core/piece/desk';
import { addStep, addStrand, blankPiece, setLoop, setPicture } from '@/core/piece/edit';
import type { Keyed } from '@/core/piece/types';
import {
  choose,
  difference,
  inWorkbench,
  openPiece,
  pixelsOf,
  seam,
  setNumber,
  settled,
  sideOf,
  smallStarter,
  stage,
  taken,
  toShelf,
} from './artist';
import { test } from './lasting-page';

const cell = (page: Page, at: string) => page.locator(`[data-cell="${at}"]`);
const named = (page: Page, name: string) => page.getByRole('button', { name: `Strand ${name}`, exact: true });
const steps = (page: Page, strand: string) => page.locator(`[data-cell^="${strand}/"]`);

async function search(page: Page, words: string): Promise<void> {
  await page.keyboard.press('i');
  await page.getByPlaceholder('Type to search').fill(words);
  await expect(page.locator('[cmdk-item]').first()).toBeVisible();
}

test('a recipe goes into what is selected, closes, has its controls out, and one undo takes it back', async ({
  page,
}) => {
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
  await expect(seam(page)).toHaveText('closes');
  const before = await settled(stage(page));
  const strands = await page.getByRole('button', { name: /^Strand / }).count();
  await page.locator('[data-cell]').first().click();
  await search(page, 'burn');
  // What it looks like stands beside its name, and where it goes.
  const still = page.locator('[cmdk-item] img').first();
  await expect.poll(() => still.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(100);
  const { violations } = await new AxeBuilder({ page }).include('[role="dialog"]').analyze();
  expect(violations.map((v) => v.id)).toEqual([]);
  await page.keyboard.press('Enter');
  await expect(named(page, 'burning edge')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Cut in / }).last()).toBeVisible();
  await expect(seam(page)).toHaveText('closes');
  const burnt = await settled(stage(page));
  expect(difference(before, burnt)).toBeGreaterThan(1);
  await page.getByRole('tab', { name: /^Desk/ }).click();
  await expect(page.getByText('edge width').first()).toBeVisible();
  await page.getByRole('tab', { name: 'Tuning' }).click();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^Strand / })).toHaveCount(strands);
  expect(difference(before, await settled(stage(page)))).toBeLessThan(0.05);
});

test('in a blank piece a recipe brings what it stands on, and a second one has controls of its own', async ({
  page,
}) => {
  await toShelf(page);
  await page.getByRole('button', { name: 'Start blank' }).click();
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Recipes' }).first().click();
  await choose(page, 'ripple');
  for (const name of ['rings', 'body', 'skin', 'hall', 'out']) await expect(named(page, name)).toBeVisible();
  await expect(seam(page)).toHaveText('closes');
  await search(page, 'ripple');
  await page.keyboard.press('Enter');
  await expect(named(page, 'rings 2')).toBeVisible();
  await page.getByRole('tab', { name: /^Desk \(6\)/ }).click();
  await expect(page.getByText('ring height 2').first()).toBeVisible();
});

test('steps selected with Shift are switched off, moved, removed and restored together', async ({ page }) => {
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
  const row = steps(page, 'swell');
  const names = () => row.evaluateAll((all) => all.map((e) => e.getAttribute('data-cell')!.split('/')[1]));
  const before = await names();
  expect(before.length).toBeGreaterThan(2);
  await row.nth(1).click();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(row.nth(1)).toHaveAttribute('aria-pressed', 'true');
  await expect(row.nth(2)).toHaveAttribute('aria-pressed', 'true');
  const shown = await settled(stage(page));
  await page.keyboard.press('o');
  await expect(row.nth(2)).toHaveCSS('opacity', '0.45');
  await expect.poll(async () => difference(shown, await pixelsOf(stage(page)))).toBeGreaterThan(0.2);
  await page.keyboard.press('o');
  await expect(row.nth(2)).toHaveCSS('opacity', '1');
  await page.keyboard.press('Delete');
  await expect(row).toHaveCount(before.length - 2);
  await page.keyboard.press('Control+z');
  await expect.poll(names).toEqual(before);

  // Escape releases all but the first; from strand to strand whole strands are meant.
  await row.nth(1).click();
  await row.nth(2).click({ modifiers: ['Shift'] });
  await page.keyboard.press('Escape');
  await expect(row.nth(2)).toHaveAttribute('aria-pressed', 'false');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Control+k');
  await choose(page, 'Bundle the selected');
  await expect(page.getByRole('button', { name: 'Settings of the bundle bundle' })).toBeVisible();
});

test('steps are kept as a part, put into another piece, saved as a file, deleted, and opened again', async ({
  page,
}) => {
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
  await cell(page, 'swell/t2').click();
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Control+k');
  await choose(page, 'Save what is selected');
  await page.getByLabel('Name', { exact: true }).fill('harbour swell');
  await page.getByLabel('What it does').fill('Noise as in the veil.');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('"harbour swell" is saved.')).toBeVisible();

  await openPiece(page, smallStarter('estuary-cloth'));
  await inWorkbench(page);
  const before = await settled(stage(page));
  const row = steps(page, 'bands');
  const count = await row.count();
  await row.first().click();
  await page.keyboard.press('a');
  await choose(page, 'harbour');
  await expect(row).toHaveCount(count + 2);
  await expect.poll(async () => difference(before, await pixelsOf(stage(page)))).toBeGreaterThan(0.1);

  await page.keyboard.press('Control+k');
  await choose(page, 'Saved parts');
  const part = page.getByRole('dialog').getByRole('listitem').filter({ hasText: 'harbour swell' });
  await expect(part).toBeVisible();
  // What it looks like by itself is drawn.
  await expect(part.getByText('drawing')).toBeHidden();
  await expect(part.getByText('no preview here')).toBeHidden();
  const { violations } = await new AxeBuilder({ page }).include('[role="dialog"]').analyze();
  expect(violations.map((v) => v.id)).toEqual([]);
  const file = await taken(page, () => page.getByRole('button', { name: 'Save harbour swell as a file' }).click());
  expect(file.name).toBe('harbour-swell.calm-part.json');
  expect(readPart(file.bytes.toString()).about).toBe('Noise as in the veil.');
  await page.getByRole('button', { name: 'Delete harbour swell' }).click();
  await expect(page.getByText('None yet.')).toBeVisible();

  const open = (name: string, text: string) =>
    page.getByLabel('Part files').setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
  await open('broken.json', '{"format": "calm-lattice-part"}');
  await expect(page.getByText('"broken.json" was not imported.')).toBeVisible();
  await open(file.name, file.bytes.toString());
  await expect(part).toBeVisible();
  await part.getByRole('button', { name: 'Insert', exact: true }).click();
  await expect(row).toHaveCount(count + 4);

  // Kept again from one of its two places, it is changed in the other when that is asked for, and not before.
  const fractals = page.getByRole('button', { name: 'Fractal in bands' });
  await expect(fractals).toHaveCount(2);
  await fractals.first().click();
  await setNumber(page, 'Octaves', 2);
  await page.keyboard.press('Control+k');
  await choose(page, 'Save the part');
  await expect(page.getByText('"harbour swell" is saved as it is here.')).toBeVisible();
  await fractals.last().click();
  const octaves = page.getByLabel('Octaves, number');
  await expect(octaves).not.toHaveValue('2');
  await page.getByRole('button', { name: 'Update it' }).click();
  await expect(octaves).toHaveValue('2');
  await page.keyboard.press('Control+z');
  await expect(octaves).not.toHaveValue('2');
  await page.keyboard.press('Control+k');
  await choose(page, 'Saved parts');
  await part.getByRole('button', { name: 'Update here' }).click();
  await expect(octaves).toHaveValue('2');
});

async function oneOfTwo(page: Page, track?: Keyed): Promise<void> {
  let piece = blankPiece();
  piece = setPicture(setLoop(piece, { frames: 12, rate: 24 }), { width: 128, height: 72 });
  for (const name of ['buoy', 'float']) piece = addStrand(piece, 'form', name, 'form.ball', { columns: 16, rows: 8 });
  piece = addStrand(piece, 'surface', 'paint', 'surface.lit');
  piece = addStep(piece, 's3', 1, 'surface.colour');
  piece = addStrand(piece, 'stage', 'hall', 'stage.camera');
  piece = addStep(piece, 's4', 1, 'stage.fill', { strength: 2 });
  for (const [i, x] of [-1.2, 1.2].entries())
    piece = addStep(piece, 's4', 2 + i, 'stage.place', {
      form: { link: `s${i + 1}` },
      surface: { link: 's3' },
      position: [x, 0, 0],
    });
  piece = addStrand(piece, 'finish', 'out', 'finish.shoot', { stage: { link: 's4' } });
  const at = { strand: 's3', step: 't2', param: 'colour' };
  piece = expose(piece, at, { name: 'coat', value: '#c03028', min: 0, max: 1 });
  await openPiece(page, track ? setTrack(piece, 'c1', track) : piece);
  await inWorkbench(page);
  const before = await settled(stage(page));
  await cell(page, 's1/t1').click();
  const tuning = page.getByRole('region', { name: 'Tuning' });
  await expect(tuning.getByText('Only for “buoy” on hall')).toBeVisible();
  await expect(tuning.getByText('“float”')).toHaveCount(0);
  await tuning.getByText('Only for “buoy” on hall').click();
  await tuning.getByRole('checkbox', { name: 'coat' }).check();
  await tuning.getByRole('button', { name: 'coat', exact: true }).click();
  await page.getByLabel('coat as #rrggbb').fill('#2860c0');
  await page.keyboard.press('Escape');
  const after = await settled(stage(page));
  expect(difference(sideOf(before, 'left'), sideOf(after, 'left'))).toBeGreaterThan(1);
  expect(difference(sideOf(before, 'right'), sideOf(after, 'right'))).toBe(0);
  // Of the surface both places are offered.
  await cell(page, 's3/t2').click();
  await expect(tuning.getByText('Only for “float” on hall')).toBeVisible();
  await expect(tuning.getByRole('checkbox', { name: 'coat' }).first()).toBeChecked();
}

test('a surface that two things wear is tuned for one of them where that is selected', ({ page }) => oneOfTwo(page));

test('a control with keys has a setting of its own for one of two things', ({ page }) =>
  oneOfTwo(page, {
    keys: [
      { at: 0, value: '#c03028', ease: 'linear' },
      { at: 0.5, value: '#c09028', ease: 'linear' },
    ],
  }));

test('a box over the lattice selects steps of a row, or rows; what they share is tuned together', async ({ page }) => {
  let piece = smallStarter('tidewater-veil');
  piece = addStrand(piece, 'field', 'twice', 'field.position');
  const { id } = piece.strands.at(-1)!;
  for (const at of [1, 2]) piece = addStep(piece, id, at, 'field.noise', { scale: at });
  await openPiece(page, piece);
  await inWorkbench(page);
  const row = steps(page, id);
  const [first, last] = [(await row.nth(1).boundingBox())!, (await row.nth(2).boundingBox())!];
  const ground = last.x + last.width + 90;
  await page.mouse.move(ground, last.y + 12);
  await page.mouse.down();
  await page.mouse.move(first.x + 20, first.y + 20, { steps: 5 });
  await expect(page.locator('[data-select-box]')).toBeVisible();
  await page.mouse.up();
  await expect(page.locator('[data-select-box]')).toHaveCount(0);
  const pressed = () => page.locator('[data-cell][aria-pressed="true"]').count();
  await expect.poll(pressed).toBe(2);

  await setNumber(page, 'Scale', 5);
  await expect(row.nth(1)).toContainText('5');
  await expect(row.nth(2)).toContainText('5');
  await page.keyboard.press('Control+z');
  await expect(row.nth(1)).toContainText('1');
  await expect(row.nth(2)).toContainText('2');

  // Over two rows it means the rows.
  const above = (await steps(page, 'swell').last().boundingBox())!;
  await page.mouse.move(ground, last.y + 12);
  await page.mouse.down();
  await page.mouse.move(above.x + 10, above.y + 10, { steps: 5 });
  await page.mouse.up();
  const both = (await row.count()) + (await steps(page, 'swell').count());
  await expect.poll(pressed).toBeGreaterThanOrEqual(both);
});
