import { expect, test, type Page } from '@playwright/test';
import { addStep, addStrand, blankPiece, setLoop, setParam, setPicture } from '@/core/piece/edit';
import type { Piece, Step } from '@/core/piece/types';
import { difference, inWorkbench, openPiece, pinPreview, settled, stage } from './artist';

/** A ball in front of a striped wall, lit by a sun; `steps` are put behind "Lit", `more` behind the lights. */
function scene(
  steps: [string, Step['params']?][],
  more: [string, Step['params']?][] = [],
  camera: Step['params'] = {},
): Piece {
  let piece = setLoop(setPicture(blankPiece('Surfaces'), { width: 96, height: 72 }), { frames: 8 });
  piece = addStrand(piece, 'field', 'facets', 'field.position');
  piece = addStep(piece, 's1', 1, 'field.cells', { scale: 2, wander: 0 });
  piece = addStrand(piece, 'field', 'bars', 'field.position');
  piece = addStep(piece, 's2', 1, 'field.stripes', { count: 1.5 });
  piece = addStrand(piece, 'form', 'ball', 'form.ball', { columns: 24, rows: 16 });
  piece = addStrand(piece, 'form', 'wall', 'form.grid', { columns: 2, rows: 2, width: 8, depth: 6, lies: 'wall' });
  piece = addStrand(piece, 'surface', 'skin', 'surface.lit', { colour: '#b05040' });
  steps.forEach(([op, params], i) => (piece = addStep(piece, 's5', i + 1, `surface.${op}`, params)));
  piece = addStrand(piece, 'surface', 'paint', 'surface.lit');
  piece = addStep(piece, 's6', 1, 'surface.colour', { colour: { link: 's2' } });
  piece = addStrand(piece, 'stage', 'hall', 'stage.camera', { position: [0, 0.4, 4], ...camera });
  const stands: [string, Step['params']][] = [
    ['sun', {}],
    ['fill', {}],
    ['place', { form: { link: 's4' }, surface: { link: 's6' }, position: [0, 0, -1.2] }],
    ['place', { form: { link: 's3' }, surface: { link: 's5' } }],
  ];
  [...stands, ...more].forEach(([op, params], i) => (piece = addStep(piece, 's7', i + 1, `stage.${op}`, params)));
  return addStrand(piece, 'finish', 'out', 'finish.shoot', { stage: { link: 's7' } });
}

async function picture(page: Page, piece: Piece) {
  await openPiece(page, piece);
  await inWorkbench(page);
  await pinPreview(page);
  const drawn = await settled(stage(page));
  await expect(page.getByText('The graphics card refused')).toHaveCount(0);
  return drawn;
}

const FACETS = { link: 's1' };

test('every surface step is drawn, and changes the picture', async ({ page }) => {
  test.setTimeout(300_000);
  const bare = await picture(page, scene([]));
  // Those that do not touch each other share a picture, so that the test stays short.
  const steps: [string, [string, Step['params']?][]][] = [
    ['clear coat, rim and relief', [['coat'], ['rim', { strength: 3 }], ['relief', { height: FACETS, strength: 0.3 }]]],
    ['cut', [['cut', { by: FACETS, edge: 0.35 }]]],
    [
      'additive',
      [
        ['opacity', { opacity: 0.7 }],
        ['blend', { mode: 'additive' }],
      ],
    ],
    ['multiply', [['blend', { mode: 'multiply' }]]],
    [
      'bend and soft contact',
      [
        ['opacity', { opacity: 0.2 }],
        ['bend', { by: FACETS, amount: 0.2 }],
        ['soft', { distance: 1.5 }],
      ],
    ],
    ['wire', [['wire', { width: 2, body: 0.3 }]]],
    [
      'back sides, flat, no shadow',
      [
        ['sides', { sides: 'back' }],
        ['shading', { shading: 'flat' }],
        ['shadow', { casts: 'no', receives: 'no' }],
      ],
    ],
  ];
  for (const [name, list] of steps)
    expect(difference(bare, await picture(page, scene(list))), name).toBeGreaterThan(0.15);
});

test('every camera, light and surrounding is drawn, and changes the picture', async ({ page }) => {
  test.setTimeout(300_000);
  const bare = await picture(page, scene([]));
  const variants: [string, Piece][] = [
    ['orthographic', scene([], [], { kind: 'orthographic' })],
    ['fisheye', scene([], [], { kind: 'fisheye' })],
    ['spot, and point with shadow', scene([], [['spot'], ['point', { shadow: 'cast' }]])],
    ['sky', scene([], [['surroundings', { style: 'sky', strength: 2 }]])],
    [
      'floor, overlay and background',
      scene(
        [],
        [
          ['floor', { level: -1 }],
          ['overlay', { surface: { link: 's6' } }],
          ['background', { style: 'colour', colour: '#ff00ff' }],
        ],
      ),
    ],
  ];
  for (const [name, piece] of variants) expect(difference(bare, await picture(page, piece)), name).toBeGreaterThan(0.3);
});

test('nested shells show the inner one through the outer, whichever stands first in the row', async ({ page }) => {
  const shells = (order: ['s3', number, string][]): Piece => {
    let piece = scene([['opacity', { opacity: 0.5 }]]);
    piece = addStrand(piece, 'surface', 'inner', 'surface.lit', { colour: '#2040ff' });
    piece = addStep(piece, 's9', 1, 'surface.opacity', { opacity: 0.5 });
    piece = setParam(piece, 's7', 't5', 'size', 0);
    order.forEach(
      ([form, size, surface], i) =>
        (piece = addStep(piece, 's7', 5 + i, 'stage.place', {
          form: { link: form },
          surface: { link: surface },
          size,
        })),
    );
    return piece;
  };
  const a = await picture(
    page,
    shells([
      ['s3', 1, 's5'],
      ['s3', 0.6, 's9'],
    ]),
  );
  const b = await picture(
    page,
    shells([
      ['s3', 0.6, 's9'],
      ['s3', 1, 's5'],
    ]),
  );
  expect(difference(a, b)).toBe(0);
});

/** A Radiance picture of one colour (flat scan lines): the mantissas of red, green and blue, and the exponent of 1. */
function hdr(width: number, height: number, rgb: [number, number, number]): Buffer {
  const head = Buffer.from(`#?RADIANCE\nFORMAT=32-bit_rle_rgbe\n\n-Y ${height} +X ${width}\n`);
  return Buffer.concat([head, Buffer.from(Array.from({ length: width * height }, () => [...rgb, 129]).flat())]);
}

test('an .hdr lights the stage from all around, and a broken one is refused in words', async ({ page }) => {
  const dark = await picture(page, scene([], [['surroundings', { style: 'picture' }]]));
  await page.getByRole('button', { name: 'Surroundings in hall' }).click();
  const file = page.getByLabel('Picture, file');
  await file.setInputFiles({
    name: 'broken.hdr',
    mimeType: 'image/vnd.radiance',
    buffer: Buffer.from('#?RADIANCE\nno size'),
  });
  await expect(page.getByText('says no size in its header')).toBeVisible();
  await file.setInputFiles({ name: 'green.hdr', mimeType: 'image/vnd.radiance', buffer: hdr(4, 2, [10, 250, 20]) });
  await expect(page.locator('[data-picture-drop]')).toContainText('green.hdr');
  await page.getByRole('slider', { name: 'Playhead' }).focus();
  const green = await settled(stage(page));
  expect(difference(dark, green)).toBeGreaterThan(3);
});

test('steps are dragged along their row', async ({ page }) => {
  await openPiece(page, scene([['rim'], ['coat'], ['cut']]));
  await inWorkbench(page);
  const row = () =>
    page
      .getByRole('group', { name: 'Steps of skin' })
      .locator('[data-cell]')
      .evaluateAll((all) => all.map((e) => e.getAttribute('aria-label')!.split(' in ')[0]));
  expect(await row()).toEqual(['Lit', 'Rim', 'Clear coat', 'Cut']);
  const [from, to] = [
    (await page.getByRole('button', { name: 'Rim in skin' }).boundingBox())!,
    (await page.getByRole('button', { name: 'Cut in skin' }).boundingBox())!,
  ];
  await page.mouse.move(from.x + 30, from.y + 15);
  await page.mouse.down();
  await page.mouse.move(from.x + 45, from.y + 15, { steps: 4 });
  await page.mouse.move(to.x + 50, to.y + 15, { steps: 8 });
  await page.mouse.up();
  await expect.poll(row).toEqual(['Lit', 'Clear coat', 'Cut', 'Rim']);
  await page.keyboard.press('Control+z');
  await expect.poll(row).toEqual(['Lit', 'Rim', 'Clear coat', 'Cut']);
});
