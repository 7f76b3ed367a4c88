import { expect } from '@playwright/test';
import { PNG } from 'pngjs';
import { VERSION } from '@/core/piece/types';
import { writePiece } from '@/core/formats/write-piece';
import { addStep, addStrand, blankPiece, setLoop, setParam, setPicture } from '@/core/piece/edit';
import { STARTERS } from '@/demo';
import { pageWeightLines } from '../bench/page-weight';
import {
  difference,
  forgetAll,
  goToFrame,
  inWorkbench,
  openFile,
  openPiece,
  pixelsOf,
  seam,
  setNumber,
  settled,
  smallStarter,
  stage,
  taken,
  toShelf,
  variety,
  pickItem,
} from './artist';
import { test, testAlone } from './lasting-page';

test('starters show their pictures and open', async ({ page }) => {
  await page.goto('/');
  for (const { piece } of STARTERS) {
    const card = page.getByRole('button').filter({ has: page.getByText(piece.name, { exact: true }) });
    expect(variety(await pixelsOf(card.getByRole('presentation')))).toBeGreaterThan(10);
  }
  const cloth = page.getByRole('button', { name: /Estuary Cloth/ });
  await cloth.hover();
  await expect.poll(async () => variety(await pixelsOf(cloth.locator('canvas')))).toBeGreaterThan(10);
  await cloth.click();
  await inWorkbench(page);
  await expect(page.getByLabel('Name of the piece')).toHaveValue('Estuary Cloth');
});

test('what is begun with is open, moves, and stands first on the shelf afterwards; its name opens it', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: /^Points in space/ }).click();
  await inWorkbench(page);
  // As quick as a small card can draw it.
  for (const [name, size] of [
    ['Width', 160],
    ['Height', 90],
  ] as const)
    await setNumber(page, name, size);
  const first = await settled(stage(page));
  expect(variety(first)).toBeGreaterThan(5);
  await goToFrame(page, 60);
  expect(difference(first, await settled(stage(page)))).toBeGreaterThan(0.1);
  await expect(seam(page)).toHaveText('closes');
  await page.goto('/');
  const kept = page.getByRole('region', { name: 'Saved in this browser' });
  await expect(kept.getByRole('article')).toHaveCount(1);
  const place = async (name: string) => (await page.getByRole('heading', { name }).boundingBox())!.y;
  await expect.poll(() => place('Saved in this browser')).toBeLessThan(await place('Starters'));
  await kept.getByText('Points in space').click();
  await inWorkbench(page);
});

test('saved pieces are renamed, duplicated, deleted and restored', async ({ page }) => {
  await openFile(page, smallStarter('lamp-room'));
  await inWorkbench(page);
  await page.getByRole('link', { name: 'To the shelf' }).click();
  const more = (name: string) => page.getByRole('button', { name: `More for ${name}`, exact: true }).click();
  await more('Lamp Room');
  await pickItem(page, 'Rename');
  await page.getByLabel('New name').fill('Lamp, second night');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('article', { name: 'Lamp, second night' })).toBeVisible();
  await more('Lamp, second night');
  await pickItem(page, 'Duplicate');
  await expect(page.getByRole('article')).toHaveCount(2);
  await more('Lamp, second night');
  await pickItem(page, 'Delete');
  await expect(page.getByRole('article')).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('article', { name: 'Lamp, second night', exact: true })).toBeVisible();
});

test('a machine too busy to check a saved piece says so, and the piece opens as ever', async ({ browser }) => {
  const page = await browser.newPage();
  await openFile(page, smallStarter('lamp-room'));
  await inWorkbench(page);
  // Threads that read do not answer, and a minute passes on the page.
  await page.addInitScript(() => {
    const ask = Worker.prototype.postMessage;
    Object.assign(window, { isBusy: true });
    Worker.prototype.postMessage = function (this: Worker, ...args: unknown[]) {
      if (!('isBusy' in window && window.isBusy)) Reflect.apply(ask, this, args);
    };
  });
  await page.clock.install();
  await page.goto('/');
  const card = page.getByRole('article', { name: 'Lamp Room' });
  await card.hover();
  await page.clock.fastForward(61_000);
  await expect(card.getByText('Too busy to check this piece. Open it anyway')).toBeVisible();
  await page.evaluate(() => Object.assign(window, { isBusy: false }));
  await card.getByRole('button', { name: 'Open Lamp Room' }).click();
  await inWorkbench(page);
  await page.close();
});

test('all that is kept goes into one file, and comes back where nothing is left', async ({ page }) => {
  await openFile(page, smallStarter('lamp-room'));
  await inWorkbench(page);
  await page.keyboard.press('h');
  await page.getByLabel('Name of the version').fill('as it was');
  await page.getByRole('button', { name: 'Save a version' }).click();
  await expect(page.getByRole('region', { name: 'Versions' }).getByText('as it was')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'To the shelf' }).click();
  const { name, bytes } = await taken(page, () => page.getByRole('button', { name: 'Back up all' }).click());
  expect(name).toMatch(/^calm-lattice-\d{4}-\d\d-\d\d\.calm-backup\.zip$/);
  const open = (file: string, buffer: Buffer) =>
    page.getByLabel('Piece file').setInputFiles({ name: file, mimeType: 'application/zip', buffer });

  await open(name, bytes);
  await expect(page.getByText('1 is here already, just the same.')).toBeVisible();
  await forgetAll(page);
  await page.reload();
  await expect(page.getByText('Nothing yet.')).toBeVisible();
  await open('half.zip', bytes.subarray(0, bytes.length / 2));
  await expect(page.getByText('This file is no ZIP, or a damaged one')).toBeVisible();
  await open(name, bytes);
  await expect(page.getByText('Restored: 1 piece.')).toBeVisible();
  await page.getByRole('article', { name: 'Lamp Room' }).getByText('Lamp Room').click();
  await inWorkbench(page);
  expect(variety(await settled(stage(page)))).toBeGreaterThan(3);
  await page.keyboard.press('h');
  await expect(page.getByRole('region', { name: 'Versions' }).getByText('as it was')).toBeVisible();
});

const veil = () => writePiece(smallStarter('tidewater-veil'));
const bad: [string, () => string, RegExp][] = [
  ['is not JSON', () => 'just words', /not JSON/],
  ['is not a piece', () => '{"hello": 1}', /not a piece/],
  ['is newer', () => veil().replace(`"version": ${VERSION}`, '"version": 10'), /newer Calm Lattice/],
  [
    'links to nowhere',
    () => veil().replaceAll('"link": "breath"', '"link": "gone"'),
    /strand "gone", which is not in the file/,
  ],
  [
    'has a cycle',
    () => writePiece(setParam(smallStarter('tidewater-veil'), 'swell', 't3', 'low', { link: 'crest' })),
    /feed each other in a circle: "swell"/,
  ],
  ['has a string for a number', () => veil().replace('"frames": 12', '"frames": "12"'), /must be a number/],
  ['has 1e308', () => veil().replace('"turns": 2', '"turns": 1e308'), /turns/],
];
for (const [what, text, message] of bad) {
  test(`a file that ${what} is refused in words and leaves the shelf as it was`, async ({ page }) => {
    await openFile(page, text());
    await expect(page.getByLabel(/Notifications/).getByText(message)).toBeVisible();
    await expect(page).toHaveURL(/\/$/);
    await expect(page.getByRole('article')).toHaveCount(0);
  });
}

test('a file of 200 MB is refused before it is read', async ({ page }) => {
  await page.goto('/');
  await page.evaluate(() => {
    const input = document.querySelector<HTMLInputElement>('input[type=file]')!;
    const transfer = new DataTransfer();
    transfer.items.add(new File([new Uint8Array(200 * 1024 * 1024)], 'big.json', { type: 'application/json' }));
    input.files = transfer.files;
    input.dispatchEvent(new Event('change', { bubbles: true }));
  });
  await expect(page.getByText(/200 MB; a piece may have at most 64 MB/)).toBeVisible();
});

test('an operation that is not known here is kept, named, and skipped', async ({ page }) => {
  const piece = smallStarter('tidewater-veil');
  const strands = piece.strands.map((s) =>
    s.id === 'crest' ? { ...s, steps: [...s.steps, { id: 't9', op: 'field.from-tomorrow', params: { depth: 3 } }] } : s,
  );
  await openFile(page, { ...piece, strands });
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Not known here in crest' }).click();
  await expect(page.getByRole('alert').filter({ hasText: '"field.from-tomorrow" is not known here' })).toBeVisible();
  await expect.poll(async () => variety(await pixelsOf(page.getByRole('application')))).toBeGreaterThan(8);
});

test('an address without a piece says so', async ({ page }) => {
  await page.goto('/piece/nothing');
  await expect(page.getByText('This piece cannot be opened')).toBeVisible();
  await page.getByRole('button', { name: 'To the shelf' }).click();
  await expect(page.getByRole('heading', { name: 'Calm Lattice' })).toBeVisible();
});

test('shelf and workbench fetch no more script than they may before they answer', async ({ browser, baseURL }) => {
  for (const { name, ok, detail } of await pageWeightLines(browser, baseURL!))
    expect(ok, `${name}: ${detail}`).toBe(true);
});

testAlone(
  'going in and out of pieces with pictures gives back what they took of the graphics card',
  async ({ page }) => {
    await page.addInitScript(() => {
      const proto = WebGL2RenderingContext.prototype;
      const { createTexture, deleteTexture } = proto;
      const live = new Set<unknown>();
      Object.assign(window, { live });
      proto.createTexture = function () {
        const texture = createTexture.call(this);
        live.add(texture);
        return texture;
      };
      proto.deleteTexture = function (texture) {
        live.delete(texture);
        deleteTexture.call(this, texture);
      };
    });
    const after: number[] = [];
    for (let round = 0; round < 6; round++) {
      const image = new PNG({ width: 64, height: 64 });
      image.data.fill(60 + 20 * round);
      const data = PNG.sync.write(image).toString('base64');
      let piece = setPicture(setLoop(blankPiece(), { frames: 4 }), { width: 64, height: 36 });
      piece = { ...piece, assets: [{ id: `sail${round}`, name: 'sail.png', type: 'image/png', data }] };
      piece = addStrand(piece, 'field', 'sail', 'field.uv');
      piece = addStep(piece, 's1', 1, 'field.picture', { picture: `sail${round}` });
      piece = addStrand(piece, 'finish', 'out', 'finish.paint', { colour: { link: 's1' } });
      await openPiece(page, piece);
      await inWorkbench(page);
      // The picture itself is there, and not the grey that stands in for it.
      await expect.poll(async () => (await settled(stage(page))).data[4 * 1000]).toBeCloseTo(60 + 20 * round, -1);
      await toShelf(page);
      after.push(await page.evaluate(() => (window as unknown as { live: Set<unknown> }).live.size));
    }
    expect(after.at(-1)! - after[1]!, String(after)).toBeLessThanOrEqual(1);
  },
);
