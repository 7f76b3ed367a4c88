import { strandById } from '@/core/piece/types';
import { expect } from '@playwright/test';
import type { PNG } from 'pngjs';
import { readObj } from '@/core/formats/mesh';
import {
  choose,
  difference,
  goToFrame,
  inWorkbench,
  makeStrand,
  openPiece,
  seam,
  setNumber,
  settled,
  smallStarter,
  startBlank,
  stage,
  taken,
  variety,
} from './artist';
import { test } from './lasting-page';

test('an artist builds a faceted sea from blank: faces pushed by noise and painted by height', async ({ page }) => {
  await startBlank(page, 96, 54, 24);
  await makeStrand(
    page,
    'field',
    'swell',
    ['world plane'],
    ['fractal', { Scale: 0.8, Octaves: 2, Evolve: 1 }],
    ['remap', { 'From low': -0.5, 'From high': 0.5 }],
  );
  await makeStrand(page, 'field', 'depth', ['take from', { Value: '~swell' }], ['ramp']);
  await makeStrand(page, 'field', 'carried', ['carried colour']);
  await makeStrand(
    page,
    'form',
    'sea',
    ['grid', { Columns: 14, Rows: 14 }],
    ['push', { Field: '~swell', Amount: 0.9 }],
    ['paint faces', { Colour: '~depth' }],
  );
  await makeStrand(page, 'surface', 'water', ['lit'], ['colour', { Colour: '~carried' }]);
  await makeStrand(page, 'stage', 'bay', ['camera', { Position: [0, 2.4, 4.6] }], ['place'], ['sun', { Height: 24 }]);
  await makeStrand(page, 'finish', 'out', ['shoot']);
  await expect(seam(page)).toHaveText('closes');
  const smooth = await settled(stage(page));
  expect(variety(smooth)).toBeGreaterThan(20);
  // Flat faces are another picture, and the sea moves.
  await page.getByRole('button', { name: 'Add a step to sea' }).click();
  await page.getByPlaceholder('Type to search').fill('normals');
  await page.keyboard.press('Enter');
  const flat = await settled(stage(page));
  expect(difference(smooth, flat)).toBeGreaterThan(0.5);
  await goToFrame(page, 8);
  expect(difference(flat, await settled(stage(page)))).toBeGreaterThan(1);
});

test('an artist builds a fan of arcs from blank: copies in place, blended by adding light', async ({ page }) => {
  await startBlank(page, 96, 54, 24);
  await makeStrand(page, 'field', 'dark to light', ['uv'], ['pick channel'], ['ramp']);
  await makeStrand(
    page,
    'form',
    'fan',
    ['disc', { Radius: 0.5, 'Inner radius': 0.4, Sweep: 0.3, Columns: 24, Rows: 1 }],
    ['copies in place', { Count: 30, Ratio: 1.03, Turn: [0, 0, 12], Centre: [-0.4, 0, 0] }],
  );
  await makeStrand(
    page,
    'surface',
    'paper',
    ['lit', { Roughness: 1 }],
    ['glow', { Colour: '~dark to light', Strength: 0.3 }],
    ['blend', { Mode: '=Additive' }],
    ['shading', { Shading: '=Flat' }],
  );
  await makeStrand(page, 'stage', 'dark', ['camera', { Position: [0, 0, 4] }], ['place']);
  await makeStrand(page, 'finish', 'out', ['shoot']);
  const thirty = await settled(stage(page));
  expect(variety(thirty)).toBeGreaterThan(30);
  await page.getByRole('button', { name: 'Copies in place in fan' }).click();
  await setNumber(page, 'Count', 6);
  const six = await settled(stage(page));
  expect(difference(thirty, six)).toBeGreaterThan(1);
  // Six arcs that move on leave a gap behind them, and the measured picture says so.
  await setNumber(page, 'Moves on', 1);
  await expect(seam(page)).toHaveText('does not close');
  // A billion copies are refused in words; what stood there stays.
  await setNumber(page, 'Moves on', 0);
  await setNumber(page, 'Count', 1_000_000_000);
  await expect(page.getByText(/at most 2,000,000 are possible/).first()).toBeVisible();
  expect(difference(six, await settled(stage(page)))).toBeLessThan(1);
  await page.keyboard.press('Control+z');
});

test('a form is exported as a mesh that stands as it stood', async ({ page }) => {
  const piece = smallStarter('glasshouse-opening');
  await openPiece(page, piece);
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Export' }).click();
  await page.getByLabel('Form to export').selectOption({ label: 'lamp' });
  await page.getByLabel('Format of the form').selectOption({ label: 'OBJ' });
  const { name, bytes } = await taken(page, () => page.getByRole('button', { name: 'Export the form' }).click());
  expect(name).toBe('glasshouse-opening-lamp.obj');
  const mesh = readObj(bytes.toString());
  expect(mesh.faceStarts.length - 1).toBe(20 * 4 ** Number(strandById(piece, 'lamp')!.steps[0]!.params.times));
  for (let i = 0; i < mesh.positions.length; i += 3)
    expect(Math.hypot(...mesh.positions.subarray(i, i + 3))).toBeCloseTo(0.55, 5);
  // The loop says how large it will be before it is made.
  await page.getByLabel('Format of the form').selectOption({ label: 'GLB with its loop' });
  await expect(page.getByText(/takes about [\d.]+ MB/)).toBeVisible();
});

test('an artist drops a mesh file in, and a broken one is refused in words', async ({ page }) => {
  await openPiece(page, smallStarter('lamp-room'));
  await inWorkbench(page);
  const before = await settled(stage(page));
  await page.getByRole('button', { name: 'Ball in lamp' }).click();
  await page.getByRole('button', { name: 'Replace', exact: true }).click();
  await choose(page, 'mesh file');
  const file = page.getByLabel('File, file');
  await file.setInputFiles({
    name: 'half.stl',
    mimeType: 'model/stl',
    buffer: Buffer.from('solid half\nfacet normal 0 0 1\nvertex 0 0 0'),
  });
  await expect(page.getByText(/"half.stl" was not imported/)).toBeVisible();
  const tent = 'v -1 -1 -1\nv 1 -1 -1\nv 1 -1 1\nv -1 -1 1\nv 0 1 0\nf 1 2 5\nf 2 3 5\nf 3 4 5\nf 4 1 5\n';
  await file.setInputFiles({ name: 'tent.obj', mimeType: 'model/obj', buffer: Buffer.from(tent) });
  await expect(page.locator('[data-file-drop]')).toContainText('tent.obj');
  await expect.poll(async () => difference(before, await settled(stage(page))), { timeout: 60_000 }).toBeGreaterThan(2);
  // It is kept with the piece: after a reload the tent still stands.
  const stands = await settled(stage(page));
  await page.reload();
  await inWorkbench(page);
  await expect.poll(async () => difference(stands, await settled(stage(page))), { timeout: 60_000 }).toBeLessThan(1);
});

/** How many separate bright spots a picture has. */
function spots({ width, height, data }: PNG): number {
  const lit = Uint8Array.from({ length: width * height }, (_, i) => (data[4 * i]! > 90 ? 1 : 0));
  let count = 0;
  for (let begin = 0; begin < lit.length; begin++) {
    if (!lit[begin]) continue;
    count++;
    const left = [begin];
    lit[begin] = 0;
    for (let at = left.pop(); at !== undefined; at = left.pop())
      for (const next of [at - 1, at + 1, at - width, at + width])
        if (lit[next]) {
          lit[next] = 0;
          left.push(next);
        }
  }
  return count;
}

test('copies of copies multiply, and a mirror behind them is said to have no effect', async ({ page }) => {
  await startBlank(page, 160, 90, 12);
  await makeStrand(page, 'form', 'tiles', ['box', { Size: [0.12, 0.12, 0.12] }]);
  await makeStrand(page, 'surface', 'lamp', ['lit'], ['glow', { Strength: 1 }]);
  await makeStrand(page, 'stage', 'hall', ['camera', { Position: [0.4, 0.4, 3] }], ['place']);
  await makeStrand(page, 'finish', 'out', ['shoot']);
  expect(spots(await settled(stage(page)))).toBe(1);
  // Handles and letters of a selected step lie over the picture.
  const quiet = () => page.getByRole('button', { name: /^Lit in lamp/ }).click();
  const row = async (count: number, axis: string) => {
    await page.getByRole('button', { name: 'Add a step to tiles' }).click();
    await choose(page, 'copies in place');
    await setNumber(page, 'Count', count);
    await setNumber(page, 'Ratio', 1);
    for (const [name, value] of [
      ['Turn z', 0],
      [`Shift ${axis}`, 0.25],
    ] as const) {
      await page.getByLabel(name, { exact: true }).fill(String(value));
      await page.getByLabel(name, { exact: true }).press('Enter');
    }
  };
  await row(3, 'x');
  await quiet();
  expect(spots(await settled(stage(page)))).toBe(3);
  await row(4, 'y');
  await quiet();
  const twelve = await settled(stage(page));
  expect(spots(twelve)).toBe(12);
  await page.getByRole('button', { name: 'Add a step to tiles' }).click();
  await choose(page, 'mirror');
  await quiet();
  expect(difference(twelve, await settled(stage(page)))).toBe(0);
  const cell = page.getByRole('button', { name: /^Mirror in tiles/ });
  await expect(cell).toHaveAttribute('aria-description', /has no effect here/);
});
