import { expect, test, type Page } from '@playwright/test';
import { mkdir, writeFile } from 'node:fs/promises';
import { addStep, addStrand, blankPiece, setLoop, setParam, setPicture } from '@/core/piece/edit';
import { putPart, type Part } from '@/core/parts/part';
import { addOutputs } from '@/core/piece/outputs';
import { endOfRow } from '@/core/steps/end-of-row';
import type { Piece, Value, Vector } from '@/core/piece/types';
import { BEGINNINGS, STARTERS } from '@/demo';
import { ground, RECIPES } from '@/demo/recipes';
import { goToFrame, inWorkbench, openPiece, pickItem, seam, setNumber, settled, taken } from './artist';

const FOLDER = 'docs/screenshots';
/** Longer side of a starter's still, in pixels. */
const STILL = 672;
/** Part of the loop at which stills are taken. */
const MOMENT = 0.3;
const MOMENTS: Record<string, number> = {
  'torn-banner': 0,
  'tide-gauge': 0.2,
  'lantern-ash': 0.35,
  'gull-chart': 0.48,
};

test.beforeAll(async () => {
  await mkdir(FOLDER, { recursive: true });
  await mkdir('public/starters', { recursive: true });
  await mkdir('public/recipes', { recursive: true });
});

for (const { id, piece } of [...BEGINNINGS, ...STARTERS]) {
  test(`still of ${piece.name}`, async ({ page }) => {
    const scale = STILL / Math.max(piece.picture.width, piece.picture.height);
    await openPiece(
      page,
      setPicture(piece, {
        width: Math.round(piece.picture.width * scale),
        height: Math.round(piece.picture.height * scale),
      }),
    );
    await inWorkbench(page);
    const steps = Math.round((piece.loop.frames * (MOMENTS[id] ?? MOMENT)) / 10);
    await page.getByRole('slider', { name: 'Playhead' }).focus();
    for (let i = 0; i < steps; i++) await page.keyboard.press('Shift+ArrowRight');
    await page.getByRole('button', { name: 'Export' }).click();
    const press = () => page.getByRole('button', { name: 'Export the Still' }).click();
    const { bytes } = await taken(page, press, 350_000);
    await writeFile(`public/starters/${id}.png`, bytes);
  });
}

/** What a recipe is shown on: those that need something to stand beside or to finish have it. */
function recipePiece(part: Part): Piece {
  const id = part.kind === 'finish' ? 'begin-copies' : 'begin-form';
  const bare = part.kind === 'surface' || part.kind === 'form' || BARE.includes(part.id);
  const base = bare ? blankPiece() : BEGINNINGS.find((b) => b.id === id)!.piece;
  const { piece } = putPart(base, part, { selected: null, ground, endOf: endOfRow });
  // Faces that are to be seen as such are few.
  const body = FEW_FACES.includes(part.id) ? piece.strands.find((s) => s.name === 'body') : undefined;
  return body ? setParam(setParam(piece, body.id, 't1', 'columns', 36), body.id, 't1', 'rows', 20) : piece;
}
const FEW_FACES = ['shards', 'flow-lines'];
const BARE = ['water', 'breathing-grid', 'ring-wave'];
const RECIPE_MOMENTS: Record<string, number> = {
  shards: 0.06,
  'scan-line': 0.05,
  'lamp-on-path': 0.1,
  'glitch-rows': 0.28,
};

for (const part of RECIPES) {
  test(`still of the recipe ${part.name}`, async ({ page }) => {
    const piece = setPicture(recipePiece(part), { width: 288, height: 162 });
    await openPiece(page, piece);
    await inWorkbench(page);
    await goToFrame(page, Math.round(piece.loop.frames * (RECIPE_MOMENTS[part.id] ?? MOMENT)));
    await page.getByRole('button', { name: 'Export' }).click();
    const press = () => page.getByRole('button', { name: 'Export the Still' }).click();
    const { bytes } = await taken(page, press, 350_000);
    await writeFile(`public/recipes/${part.id}.png`, bytes);
  });
}

test('shelf, workbench, checks, outputs and export', async ({ page }) => {
  const walls = [
    { name: 'front', x: 0, y: 0, width: 860, height: 720, place: [0, 1, 8] as Vector },
    { name: 'side', x: 860, y: 120, width: 420, height: 480, facing: 50, place: [2.4, 1.4, 7.2] as Vector },
  ];
  await openPiece(page, { ...addOutputs(STARTERS[0]!.piece, walls), profile: 'hall' });
  await inWorkbench(page);
  await expect(seam(page)).toHaveText('closes');
  await page.getByRole('button', { name: 'Size of the preview' }).click();
  await pickItem(page, 'Half');
  await page.getByRole('slider', { name: 'Playhead' }).focus();
  for (let i = 0; i < 7; i++) await page.keyboard.press('Shift+ArrowRight');
  await page.getByRole('button', { name: 'Push in sea' }).click();
  await page.waitForTimeout(8000);
  await page.screenshot({ path: `${FOLDER}/workbench.png` });
  await page.getByRole('button', { name: 'Cycle in breath' }).click();
  await setNumber(page, 'Turns', 2.4);
  await expect(seam(page)).toHaveText('does not close');
  await page.getByRole('button', { name: /^Checks/ }).click();
  await page.waitForTimeout(1500);
  await page.screenshot({ path: `${FOLDER}/checks.png` });
  await page.getByRole('button', { name: 'Set turns to 2' }).first().click();
  await expect(page.getByText('The loop closes.')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('tab', { name: /^Outputs/ }).click();
  await page.waitForTimeout(4000);
  await page.screenshot({ path: `${FOLDER}/outputs.png` });
  await page.getByRole('button', { name: 'See it in the hall' }).click();
  await page.waitForTimeout(4000);
  await page.screenshot({ path: `${FOLDER}/hall.png` });
  await page.getByRole('button', { name: 'Back to the picture' }).click();
  await page.getByRole('button', { name: 'Export' }).click();
  await page.getByRole('button', { name: 'Export the WebM' }).click();
  await expect(page.getByText(/^[3-9] of 240 frames, about .* left$/)).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.waitForTimeout(7000);
  await page.screenshot({ path: `${FOLDER}/export.png` });
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'To the shelf' }).click();
  await expect(page.getByRole('article')).toBeVisible();
  await page.waitForTimeout(5000);
  await page.screenshot({ path: `${FOLDER}/shelf.png` });
});

/** A starter in the workbench, drawn at a quarter so that it comes to rest. */
async function show(page: Page, id: string): Promise<void> {
  await openPiece(page, STARTERS.find((s) => s.id === id)!.piece);
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Size of the preview' }).click();
  await pickItem(page, 'Half');
}

test('a large piece, looking and the desk', async ({ page }) => {
  await show(page, 'glasshouse');
  await page.getByRole('button', { name: 'Rim in shield' }).click();
  await page.waitForTimeout(14_000);
  await page.screenshot({ path: `${FOLDER}/materials.png` });
  await page.getByRole('button', { name: 'Join in energy' }).nth(1).click();
  await page.keyboard.press('l');
  await page.waitForTimeout(7000);
  const box = (await page.getByRole('application').boundingBox())!;
  await page.mouse.move(box.x + box.width * 0.4, box.y + box.height * 0.6);
  await page.waitForTimeout(1500);
  await page.screenshot({ path: `${FOLDER}/look.png` });

  await show(page, 'torn-banner');
  await page.getByRole('tab', { name: /^Desk/ }).click();
  await page.getByRole('button', { name: 'compare', exact: true }).nth(1).click();
  await page.waitForTimeout(8000);
  await page.screenshot({ path: `${FOLDER}/desk.png` });
});

test('a finish', async ({ page }) => {
  // Small, so that what it remembers settles soon.
  const trails = STARTERS.find((s) => s.id === 'foghorn-trails')!.piece;
  await openPiece(page, setPicture(trails, { width: 480, height: 270 }));
  await inWorkbench(page);
  await expect(seam(page)).toHaveText(/^closes/);
  await page.getByRole('button', { name: 'Blend with in out' }).click();
  await settled(page.getByRole('application'));
  // Cells follow the picture.
  await page.waitForTimeout(4000);
  await page.screenshot({ path: `${FOLDER}/finish.png` });
});

test('keys and moments', async ({ page }) => {
  const sail = STARTERS.find((s) => s.id === 'dented-sail')!.piece;
  let piece = setLoop(sail, { tempo: 120 });
  piece = addStep(
    addStrand(piece, 'signal', 'flash', 'signal.every', { count: 4, of: 'beats' }),
    's1',
    1,
    'signal.envelope',
  );
  const keys = [
    { at: 0, value: [1.5, -0.5, 5.1], ease: 'eased' },
    { at: 1 / 3, value: [-1.4, 0.3, 4.6], ease: 'eased' },
    { at: 0.7, value: [0.2, 1.1, 5.6], ease: 'spring' },
  ];
  piece = setParam(piece, 'loft', 't1', 'position', { keys } as Value);
  await openPiece(page, setPicture(piece, { width: 480, height: 270 }));
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Camera in loft' }).click();
  await goToFrame(page, 80);
  await page.getByText('3 keys').click();
  await expect(seam(page)).toHaveText(/^closes/);
  await settled(page.getByRole('application'));
  await page.screenshot({ path: `${FOLDER}/time.png` });
});

test('a sound and what follows it', async ({ page }) => {
  const bell = STARTERS.find((s) => s.id === 'bell-hours')!.piece;
  await openPiece(page, setPicture(bell, { width: 480, height: 270 }));
  await inWorkbench(page);
  await goToFrame(page, 63);
  await page.getByRole('region', { name: 'Sound' }).scrollIntoViewIfNeeded();
  await page.waitForTimeout(5000);
  await expect(seam(page)).toHaveText(/^closes/);
  await settled(page.getByRole('application'));
  await page.screenshot({ path: `${FOLDER}/sound.png` });
});

test('a rehearsal', async ({ page }) => {
  const lamp = STARTERS.find((s) => s.id === 'signal-lamp')!.piece;
  const looks = ['dusk', 'midnight'].map((name, i) => ({ id: `l${i}`, name, values: { lamp: i, afterglow: 0.3 } }));
  await openPiece(page, { ...setPicture(lamp, { width: 640, height: 360 }), looks });
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Rehearse' }).click();
  await page.getByRole('button', { name: 'Simulated controller' }).click();
  await goToFrame(page, 100);
  await expect(seam(page)).toHaveText(/^closes/);
  await settled(page.getByRole('application'));
  await page.screenshot({ path: `${FOLDER}/rehearse.png` });
});

test('a path on the stage', async ({ page }) => {
  const tow = STARTERS.find((s) => s.id === 'tow-line')!.piece;
  await openPiece(page, setPicture(tow, { width: 640, height: 360 }));
  await inWorkbench(page);
  await goToFrame(page, 90);
  await page.getByRole('button', { name: 'Along a path in course' }).click();
  await expect(seam(page)).toHaveText(/^closes/, { timeout: 120_000 });
  await settled(page.getByRole('application'));
  await page.screenshot({ path: `${FOLDER}/path.png` });
});

test('forms', async ({ page }) => {
  await show(page, 'glasshouse-opening');
  await page.getByRole('slider', { name: 'Playhead' }).focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press('Shift+ArrowRight');
  await page.getByRole('button', { name: 'Shrink faces in panes' }).click();
  await page.waitForTimeout(12_000);
  await page.screenshot({ path: `${FOLDER}/forms.png` });
});

test('recipes and the history', async ({ page }) => {
  await openPiece(page, BEGINNINGS[0]!.piece);
  await inWorkbench(page);
  for (const recipe of ['dissolve', 'shield']) {
    await page.keyboard.press('i');
    await page.getByPlaceholder('Type to search').fill(recipe);
    await page.keyboard.press('Enter');
    await settled(page.getByRole('application'));
  }
  await page.keyboard.press('i');
  await page.waitForTimeout(1500);
  await page.screenshot({ path: `${FOLDER}/recipes.png` });
  await page.keyboard.press('Escape');
  await page.keyboard.press('h');
  await page.getByLabel('Name of the version').fill('with the shield');
  await page.keyboard.press('Enter');
  await page.getByRole('region', { name: 'Versions' }).getByRole('button', { name: 'Lay beside' }).last().click();
  await page.waitForTimeout(6000);
  await page.screenshot({ path: `${FOLDER}/history.png` });
});

test('the guide, in a small window', async ({ page }) => {
  await page.setViewportSize({ width: 1024, height: 768 });
  await openPiece(page, BEGINNINGS.find((b) => b.id === 'begin-form')!.piece);
  await inWorkbench(page);
  await page.keyboard.press('Control+k');
  await page.keyboard.type('guide');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Push in body' }).click();
  await page.waitForTimeout(6000);
  await page.screenshot({ path: `${FOLDER}/guide.png` });
});

test('writing code', async ({ page }) => {
  await show(page, 'torn-banner');
  await page.getByRole('button', { name: 'Picture in print' }).click();
  await page.keyboard.press('a');
  await page.getByPlaceholder('Type to search').fill('code');
  await page.keyboard.press('Enter');
  await page.locator('.cm-content').click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type('\nfloat late = sine(d);');
  await page.waitForTimeout(5000);
  await page.screenshot({ path: `${FOLDER}/code.png` });
});
