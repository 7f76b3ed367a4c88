import { expect, test } from '@playwright/test';
import {
  difference,
  goToFrame,
  inWorkbench,
  link,
  makeStrand,
  openPiece,
  seam,
  setNumber,
  settled,
  smallStarter,
  stage,
} from './artist';

test('a number is keyed where it stands, from the panel, by keyboard, and on the loop band', async ({ page }) => {
  await openPiece(page, smallStarter('dented-sail', 128, 72, 12));
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Camera in loft' }).click();
  const lens = page.getByLabel('Lens, number');
  // The seam is told of a picture that is all there.
  await expect(seam(page)).toHaveText(/^closes/);
  const before = await settled(stage(page));
  await page.getByRole('button', { name: 'Key Lens', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Take the key of Lens away' })).toBeVisible();
  await goToFrame(page, 6);
  // Between keys it has the value that they give; another one there sets a key.
  await expect(lens).toHaveValue('38');
  await setNumber(page, 'Lens', 70);
  await expect(page.getByText('2 keys')).toBeVisible();
  await goToFrame(page, 3);
  await expect(lens).toHaveValue('54');
  await goToFrame(page, 0);
  await expect(lens).toHaveValue('38');
  // What lies over the picture may be a shade apart at its corners.
  expect(difference(before, await settled(stage(page)))).toBeLessThan(0.05);
  await expect(seam(page)).toHaveText(/^closes/);

  // On the band: the second key is dragged over the seam, from frame 6 to the last one.
  const key = page.getByRole('slider', { name: 'Key 2 of loft lens at frame 6' });
  const from = (await key.first().boundingBox())!;
  const first = (await page.getByRole('slider', { name: 'Key 1 of loft lens at frame 0' }).first().boundingBox())!;
  const frame = (from.x - first.x) / 6;
  const y = from.y + from.height / 2;
  const middle = (box: { x: number; width: number }) => box.x + box.width / 2;
  await page.mouse.move(middle(from), y);
  await page.mouse.down();
  await page.mouse.move(middle(first) + 2 * Math.abs(frame), y, { steps: 3 });
  await page.mouse.move(middle(first) - Math.abs(frame), y, { steps: 3 });
  await page.mouse.up();
  await expect(page.getByRole('slider', { name: 'Key 2 of loft lens at frame 11' }).first()).toBeVisible();
  await expect(seam(page)).toHaveText(/^closes/);
  await page.keyboard.press('Control+z');
  await expect(key.first()).toBeVisible();

  // In the table, and by keyboard alone: its way on is another one, and the last key leaves a plain value.
  await page.getByText('2 keys').click();
  await page.getByLabel('Key 1 of Lens, to the next').selectOption('held');
  await goToFrame(page, 3);
  await expect(lens).toHaveValue('38');
  await goToFrame(page, 6);
  await page.getByRole('button', { name: 'Take the key of Lens away' }).press('Enter');
  await goToFrame(page, 0);
  await page.getByRole('button', { name: 'Take the key of Lens away' }).press('Enter');
  await expect(page.getByRole('button', { name: 'Key Lens', exact: true })).toBeVisible();
  await expect(lens).toHaveValue('38');
});

test('a place is keyed by dragging it on the stage at another frame', async ({ page }) => {
  await openPiece(page, smallStarter('tide-gauge', 72, 128));
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Place in foyer' }).first().click();
  await page.getByRole('button', { name: 'Key Position', exact: true }).click();
  await goToFrame(page, 6);
  const height = page.getByLabel('Position y', { exact: true });
  const was = await height.inputValue();
  const box = (await page.getByRole('slider', { name: 'Move position along y' }).boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y - 40, { steps: 5 });
  await page.mouse.up();
  await expect(height).not.toHaveValue(was);
  await expect(page.getByText('2 keys')).toBeVisible();
  const moved = await settled(stage(page));
  await goToFrame(page, 0);
  await expect(height).toHaveValue(was);
  expect(difference(moved, await settled(stage(page)))).toBeGreaterThan(0.5);
  await expect(seam(page)).toHaveText(/^closes/);
});

test('the loop is counted in beats: a tempo is tapped, a length is asked for, and keys keep their frames', async ({
  page,
}) => {
  await openPiece(page, smallStarter('tide-gauge', 72, 128, 60));
  await inWorkbench(page);
  await page.getByRole('tab', { name: 'Tuning' }).click();
  await expect(page.getByRole('button', { name: 'Count in beats' })).toBeVisible();
  // Hands as quick as these reach the fastest tempo there is.
  for (let i = 0; i < 8; i++) await page.keyboard.press('t');
  const tempo = page.getByLabel('Tempo, number');
  await expect.poll(async () => Number(await tempo.inputValue())).toBeGreaterThan(120);
  await setNumber(page, 'Tempo', 124);
  await setNumber(page, 'Frame rate', 30);
  await page.getByLabel('Keys keep').click();
  await page.getByRole('option', { name: 'Their frames' }).click();
  await setNumber(page, 'In beats', 8);
  await expect(page.getByLabel('Length, number')).toHaveValue('116');
  await expect(page.locator('[data-beats]')).toContainText('8 beats are 116.13 frames: 116 are 0.129 too few.');
  await page.getByRole('button', { name: 'Set the tempo to 124.14' }).click();
  await expect(page.locator('[data-beats]')).toContainText('8 beats are exactly 116 frames.');
  // The second key of the tide stood at frame 15 of 60.
  await page.getByRole('button', { name: 'Keys in tide' }).click();
  await expect(page.getByLabel('Key 2, frame')).toHaveValue(/^\d+(\.\d+)?$/);
  const [before] = smallStarter('tide-gauge', 72, 128, 60).strands.flatMap((s) =>
    s.steps.flatMap((t) => (t.op === 'signal.keys' ? [t.params.keys as { at: number }[]] : [])),
  );
  await expect(page.getByLabel('Key 2, frame')).toHaveValue(String(Math.round(before![1]!.at * 60 * 100) / 100));
});

test('moments are struck at the playhead and drive a light through an envelope', async ({ page }) => {
  await openPiece(page, smallStarter('dented-sail', 128, 72, 24));
  await inWorkbench(page);
  await makeStrand(page, 'signal', 'flash', ['Placed moments'], ['Envelope', { Attack: 0, Decay: 0.2 }]);
  await page.getByRole('button', { name: 'Placed moments in flash' }).click();
  await page.getByRole('button', { name: 'Remove moment 2' }).click();
  await goToFrame(page, 10);
  await page.getByRole('button', { name: 'Placed moments in flash' }).focus();
  await page.keyboard.press('k');
  await expect(page.getByLabel('Moment 2, frame')).toHaveValue('10');
  await page.keyboard.press('k');
  await expect(page.getByLabel('Moment 3, frame')).toBeHidden();
  await page.getByRole('button', { name: 'Sun in loft' }).click();
  await link(page, 'Strength', 'flash');
  // The sail moves on; what tells the moments is how bright the picture is: at both, and just before one.
  const brightness = async (frame: number) => {
    await goToFrame(page, frame);
    const { data } = await settled(stage(page));
    return data.reduce((sum, v, k) => (k % 4 === 3 ? sum : sum + v), 0) / data.length;
  };
  const [first, before, second] = [await brightness(0), await brightness(9), await brightness(10)];
  expect(first).toBeGreaterThan(1.1 * before);
  expect(second).toBeGreaterThan(1.1 * before);
  await expect(seam(page)).toHaveText(/^closes/);
});
