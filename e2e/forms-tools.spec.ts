import { expect, type Page } from '@playwright/test';
import type { PNG } from 'pngjs';
import type { Piece, Strand } from '@/core/piece/types';
import { from, piece, strand } from '@/demo/build';
import {
  difference,
  goToFrame,
  inWorkbench,
  openPiece,
  setNumber,
  settled,
  smallStarter,
  stage,
  variety,
} from './artist';
import { test } from './lasting-page';

/** Forms on a bare, small stage. */
function onStage(strands: Strand[], form: string, surface: Parameters<typeof strand>[2][] = []): Piece {
  return piece(
    'Bench',
    '',
    [
      ...strands,
      strand('surface', 'skin', ['lit', { roughness: 0.9 }], ...surface),
      strand(
        'stage',
        'hall',
        ['camera', { position: [0, 0, 4], target: [0, 0, 0], lens: 30 }],
        ['place', { form: from(form), surface: from('skin') }],
        ['sun', { turn: -50, height: 35 }],
        ['fill', { strength: 0.8 }],
      ),
      strand('finish', 'out', ['shoot', { stage: from('hall') }]),
    ],
    { picture: { width: 160, height: 90, background: '#101820' }, loop: { frames: 12, rate: 24, play: 'loop' } },
  );
}

async function open(page: Page, made: Piece): Promise<void> {
  await openPiece(page, made);
  await inWorkbench(page);
}

const grid = { columns: 40, rows: 40, width: 2.4, depth: 1.6, lies: 'wall' };

test('a magnet is dragged on the stage, and pulls where it was put', async ({ page }) => {
  await open(
    page,
    onStage(
      [strand('form', 'sheet', ['grid', grid], ['magnet', { position: [0, 0, 0], radius: 0.7, move: [0, 0, 0.6] }])],
      'sheet',
    ),
  );
  await page.getByRole('button', { name: 'Magnet in sheet' }).click();
  const before = await settled(stage(page));
  const handle = page.getByRole('slider', { name: 'Move position along x' });
  const box = (await handle.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 90, box.y + box.height / 2, { steps: 6 });
  await page.mouse.up();
  const x = () => page.getByLabel('Position x', { exact: true }).inputValue().then(Number);
  await expect.poll(x).toBeGreaterThan(0.15);
  const after = await settled(stage(page));
  expect(difference(before, after)).toBeGreaterThan(1);
  // The handle went along, and the drag is one step back.
  await expect.poll(async () => (await handle.boundingBox())!.x - box.x).toBeGreaterThan(40);
  await handle.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect.poll(x).toBe(0);
});

test('a mesh too coarse for its waves is named, marked where it is, and mended by one click', async ({ page }) => {
  const waves = strand(
    'field',
    'waves',
    ['position'],
    ['pick', { channel: 'x or red' }],
    ['wave', { count: 6, turns: 1 }],
  );
  await open(
    page,
    onStage(
      [
        waves,
        strand('form', 'sheet', ['grid', { ...grid, columns: 18 }], ['push', { by: from('waves'), amount: 0.08 }]),
      ],
      'sheet',
    ),
  );
  const checks = page.getByRole('button', { name: /^Checks/ });
  await expect(checks).toContainText('1');
  await checks.click();
  // Six waves to the metre on 2.4 metres, four edges to each.
  await expect(page.getByRole('region', { name: 'Sampling' })).toContainText('needs about 58 columns, has 18');
  await page.getByRole('button', { name: 'Mark on the stage' }).click();
  const marks = page.getByRole('img', { name: /edges too long for the pattern/ });
  await expect(marks).toHaveAttribute('d', /M.*L/);
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(marks).toBeHidden();
  const coarse = await settled(stage(page));
  await checks.click();
  await page.getByRole('button', { name: 'Set columns to 58' }).click();
  await expect(page.getByRole('region', { name: 'Sampling' })).toBeHidden();
  await page.keyboard.press('Escape');
  expect(difference(coarse, await settled(stage(page)))).toBeGreaterThan(1);
});

test('long making says so and can be stopped, and nothing is lost', async ({ page }) => {
  await open(
    page,
    onStage(
      [strand('form', 'sheet', ['grid', { ...grid, columns: 400, rows: 400 }], ['smooth', { times: 1 }])],
      'sheet',
    ),
  );
  await expect.poll(async () => variety(await settled(stage(page)))).toBeGreaterThan(15);
  const before = await settled(stage(page));
  await page.getByRole('button', { name: 'Smooth in sheet' }).click();
  await setNumber(page, 'Times', 1000);
  await expect(page.getByRole('status').filter({ hasText: 'Making sheet: Smooth' })).toBeVisible();
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByText(/The making of "sheet" was stopped/).first()).toBeVisible();
  expect(difference(before, await settled(stage(page)))).toBe(0);
  // The workers that come after it go on where those before were.
  await page.keyboard.press('Control+z');
  await page.getByRole('button', { name: 'Grid in sheet' }).click();
  await setNumber(page, 'Width', 1.2);
  await expect.poll(async () => difference(before, await settled(stage(page)))).toBeGreaterThan(1);
});

test('copies in place show letters, the frame and the point that stays', async ({ page }) => {
  await open(page, smallStarter('winding-stair', 160, 160));
  await page.getByRole('button', { name: 'Copies in place in landing' }).click();
  await expect(page.getByText('The point that stays: 0, 0, -0.017 m.')).toBeVisible();
  await expect(page.getByText(/Over the loop: 2 times and 90°.*The last picture is the first/)).toBeVisible();
  const letters = page.locator('[data-letter]');
  await expect.poll(() => letters.count()).toBeGreaterThan(4);
  // Those at the edge leave the picture, and those at the middle hardly move.
  const letter = await letters.nth(3).textContent();
  const at = async () => (await page.locator(`[data-letter="${letter}"]`).boundingBox())!;
  const before = await at();
  await goToFrame(page, 3);
  await expect(page.getByRole('img', { name: 'Copies by letter, frame 3 of 12' })).toBeVisible();
  await expect.poll(async () => Math.hypot((await at()).x - before.x, (await at()).y - before.y)).toBeGreaterThan(10);
  // A shift moves the point that stays, and the sentence follows.
  await page.getByLabel('Shift x', { exact: true }).fill('0.1');
  await page.keyboard.press('Enter');
  await expect(page.getByText('The point that stays: 0, 0.1, -0.017 m.')).toBeVisible();
});

test('words become a form, and a letter that the font lacks is named', async ({ page }) => {
  await open(
    page,
    onStage([strand('form', 'title', ['text', { words: 'salt' }], ['thicken', { thickness: 0.1 }])], 'title'),
  );
  const salt = await settled(stage(page));
  expect(variety(salt)).toBeGreaterThan(10);
  await page.getByRole('button', { name: 'Text in title' }).click();
  await page.getByLabel('Words', { exact: true }).fill('marsh');
  await expect.poll(async () => difference(salt, await settled(stage(page)))).toBeGreaterThan(2);
  const marsh = await settled(stage(page));
  await page.getByLabel('Words', { exact: true }).fill('潮');
  await expect(page.getByText(/The font has no "潮"/).first()).toBeVisible();
  expect(difference(marsh, await settled(stage(page)))).toBe(0);
});

test('copies that light shines through are drawn from far to near, whichever comes first', async ({ page }) => {
  const panes = (from_: number, to: number) =>
    onStage(
      [
        strand(
          'field',
          'near',
          ['position'],
          ['pick', { channel: 'z or blue' }],
          ['remap', { fromLow: -1, fromHigh: 1 }],
          [
            'ramp',
            {
              colours: [
                { at: 0, colour: '#2040ff' },
                { at: 1, colour: '#ff3020' },
              ],
            },
          ],
        ),
        strand('field', 'carried', ['carried']),
        strand('form', 'line', ['points-line', { from: [0.2 * from_, 0, from_], to: [0.2 * to, 0, to], count: 2 }]),
        strand(
          'form',
          'panes',
          ['polygon', { corners: 4, radius: 0.7 }],
          ['copies', { on: from('line'), colour: from('near') }],
        ),
      ],
      'panes',
      [
        ['colour', { colour: from('carried') }],
        ['opacity', { opacity: 0.6 }],
        ['shading', { shading: 'flat' }],
      ] as never[],
    );
  await open(page, panes(-0.6, 0.6));
  const a = await settled(stage(page));
  expect(variety(a)).toBeGreaterThan(15);
  await open(page, panes(0.6, -0.6));
  expect(difference(a, await settled(stage(page)))).toBe(0);
});

test('dots take their looks where they stand, seen from anywhere or from where they are seen', async ({ page }) => {
  const dots = (field: Strand) =>
    onStage(
      [
        field,
        strand('form', 'row', ['points-line', { from: [-1, 0, 0], to: [1, 0, 0], count: 9 }], ['dots', { size: 0.22 }]),
      ],
      'row',
      [
        ['colour', { colour: '#000000' }],
        ['glow', { colour: from('looks'), strength: 1 }],
        ['shading', { shading: 'flat' }],
      ] as never[],
    );
  const ramp = [
    'ramp',
    {
      colours: [
        { at: 0, colour: '#0000ff' },
        { at: 1, colour: '#ff0000' },
      ],
    },
  ] as never;
  /** Mean red less blue over a part of the row of dots. */
  const warmth = (picture: PNG, low: number, high: number) => {
    let sum = 0;
    const [from_, to] = [Math.floor(0.49 * picture.height), Math.floor(0.51 * picture.height)];
    for (let y = from_; y < to; y++)
      for (let x = Math.floor(low * picture.width); x < high * picture.width; x++)
        sum += picture.data[4 * (y * picture.width + x)]! - picture.data[4 * (y * picture.width + x) + 2]!;
    return sum / ((to - from_) * picture.width * (high - low));
  };
  for (const where of [
    [['position'], ['pick', { channel: 'x or red' }], ['remap', { fromLow: -1, fromHigh: 1 }]],
    [['screen'], ['pick', { channel: 'x or red' }], ['remap', { fromLow: 0.2, fromHigh: 0.8 }]],
  ] as never[][]) {
    await open(page, dots(strand('field', 'looks', ...where, ramp)));
    const picture = await settled(stage(page));
    expect(warmth(picture, 0.55, 0.9) - warmth(picture, 0.1, 0.45)).toBeGreaterThan(40);
  }
});
