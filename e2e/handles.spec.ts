import { expect, type Locator, type Page } from '@playwright/test';
import { addStep, addStrand, blankPiece, setLoop, setPicture } from '@/core/piece/edit';
import type { Piece } from '@/core/piece/types';
import { difference, drag, inWorkbench, openPiece, pixelsOf, settled, stage } from './artist';
import { test } from './lasting-page';

/** Numbers that are held on the stage: how far something reaches, how wide a cone is, where it is sharp. */

/** Two balls before a floor, the second three metres behind the first, in the light of one spot. */
function lit(): Piece {
  let piece = setLoop(setPicture(blankPiece('Lit'), { width: 160, height: 90 }), { frames: 8 });
  piece = addStrand(piece, 'form', 'ball', 'form.ball', { radius: 0.5, columns: 24, rows: 16 });
  piece = addStep(piece, 's1', 1, 'form.magnet', { position: [0, 0.5, 0], radius: 0.4, move: [0, 0.3, 0] });
  piece = addStrand(piece, 'stage', 'hall', 'stage.camera', { position: [0, 1, 5], target: [0, 0, 0] });
  piece = addStep(piece, 's2', 1, 'stage.place', { form: { link: 's1' }, position: [-0.7, 0, 0] });
  piece = addStep(piece, 's2', 2, 'stage.place', { form: { link: 's1' }, position: [1.2, 0, -3] });
  piece = addStep(piece, 's2', 3, 'stage.spot', { position: [-0.7, 4, 2], target: [-0.7, 0, 0], opening: 30 });
  piece = addStrand(piece, 'finish', 'out', 'finish.shoot', { stage: { link: 's2' } });
  return addStep(piece, 's3', 1, 'finish.focus', { distance: 4, aperture: 0.2, most: 0.1 });
}

const slider = (page: Page, name: string): Locator => page.getByRole('slider', { name });
const numberOf = async (page: Page, name: string) =>
  Number(await page.getByLabel(`${name}, number`, { exact: true }).inputValue());

test('reach, opening and focus are pulled on the stage, and each pull is one step back', async ({ page }) => {
  await openPiece(page, lit());
  await inWorkbench(page);
  let before = await settled(stage(page));

  await page.getByRole('button', { name: 'Magnet in ball' }).click();
  const reach = slider(page, 'Reach about position');
  await drag(page, reach, 30, -22);
  await expect.poll(() => numberOf(page, 'Radius')).toBeGreaterThan(0.45);
  await reach.press('Shift+ArrowRight');
  await expect.poll(() => numberOf(page, 'Radius')).toBeGreaterThan(0.55);

  await page.getByRole('button', { name: 'Spot in hall' }).click();
  const cone = slider(page, 'Opening of the cone');
  before = await settled(stage(page));
  await drag(page, cone, 40, -15);
  await expect.poll(() => numberOf(page, 'Opening')).toBeGreaterThan(33);
  await expect.poll(async () => difference(before, await pixelsOf(stage(page)))).toBeGreaterThan(0.3);

  // The first ball stands five metres away, the second eight.
  await page.getByRole('button', { name: 'Focus in out' }).click();
  const mark = slider(page, 'Focus on what lies here');
  await expect(mark).toHaveAttribute('aria-valuetext', '4 m away');
  const box = (await stage(page).boundingBox())!;
  const high = Math.min(box.width / 160, box.height / 90) * 90;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  /** Drags the mark from where it is to a place, in parts of the height from the middle. */
  const pick = async (from: [number, number], to: [number, number]) => {
    await page.mouse.move(x + from[0] * high, y + from[1] * high);
    await page.mouse.down();
    await page.mouse.move(x + to[0] * high, y + to[1] * high, { steps: 4 });
    await page.mouse.up();
  };
  // By the camera of 35 mm, which looks down from one metre.
  const [first, second]: [number, number][] = [
    [-0.2, 0],
    [0.217, -0.108],
  ];
  const distance = () => numberOf(page, 'Distance');
  await pick([0, 0], second!);
  await expect.poll(distance).toBeGreaterThan(7);
  const far = await distance();
  expect(far).toBeLessThan(8.2);
  await pick(second!, first!);
  await expect.poll(distance).toBeLessThan(5.2);
  expect(await distance()).toBeGreaterThan(4.2);

  for (const value of [far, 4]) {
    await page.keyboard.press('Control+z');
    await expect.poll(distance).toBe(value);
  }
});

test('what is not a number is marked where it is looked at, and said at the step that gives it', async ({ page }) => {
  let piece = addStrand(lit(), 'field', 'root', 'field.position');
  piece = addStep(piece, 's4', 1, 'field.code', { text: 'return sqrt(p.rest.x);' });
  piece = addStep(piece, 's4', 2, 'field.remap');
  await openPiece(page, piece);
  await inWorkbench(page);
  const code = page.getByRole('button', { name: 'Code in root' });
  await code.click();
  await page.keyboard.press('l');
  const bar = page.locator('[data-looking]');
  await expect(bar).toContainText('places are not a number');
  // Stripes of red: the left half of each ball, or of the frame.
  const reds = async (from: number, to: number) => {
    const picture = await settled(stage(page));
    let count = 0;
    for (let y = 0; y < picture.height; y++)
      for (let x = Math.round(from * picture.width); x < to * picture.width; x++) {
        const at = 4 * (y * picture.width + x);
        if (picture.data[at]! > 180 && picture.data[at + 1]! < 120 && picture.data[at + 2]! < 120) count++;
      }
    return count / (picture.height * picture.width * (to - from));
  };
  await expect.poll(() => reds(0.2, 0.5)).toBeGreaterThan(0.01);
  await expect.poll(() => reds(0.9, 1)).toBe(0);
  await bar.getByRole('button', { name: 'Flat over the frame' }).click();
  // 64 x 36 places are counted, and the left half has no root.
  await expect(bar).toContainText('1152 places are not a number');
  await expect.poll(() => reds(0.2, 0.45)).toBeGreaterThan(0.2);
  await expect.poll(() => reds(0.55, 0.8)).toBe(0);
  const box = (await stage(page).boundingBox())!;
  await page.mouse.move(box.x + box.width * 0.35, box.y + box.height * 0.4);
  await expect(bar).toContainText('not a number');
  await page.keyboard.press('Escape');

  await page.getByRole('button', { name: /^Checks/ }).click();
  const said = page.getByRole('dialog', { name: 'Checks' }).getByRole('region', { name: 'Notes' });
  await expect(said).toContainText(/Code gives no number, or one beyond a billion, at 50 % of the places/);
});
