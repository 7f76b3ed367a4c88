import { expect, type Page } from '@playwright/test';
import { addStep, addStrand, blankPiece, setLoop, setParam, setPicture, toggleStep } from '@/core/piece/edit';
import { strandById, type Kind, type Piece, type Step } from '@/core/piece/types';
import { CATALOGUE, kindOf } from '@/core/steps';
import { difference, inWorkbench, openPiece, setChoice, settled, stage } from './artist';
import { test } from './lasting-page';

/** A ball in front of a striped wall, lit by a sun; `steps` are put behind "Lit", `more` behind the lights. */
function scene(steps: [string, Step['params']?][], more: [string, Step['params']?][] = []): Piece {
  let piece = setLoop(setPicture(blankPiece('Surfaces'), { width: 96, height: 72 }), { frames: 8 });
  piece = addStrand(piece, 'field', 'facets', 'field.position');
  piece = addStep(piece, 's1', 1, 'field.cells', { scale: 2, wander: 0 });
  piece = addStrand(piece, 'field', 'bars', 'field.position');
  piece = addStep(piece, 's2', 1, 'field.stripes', { count: 1.5 });
  piece = addStrand(piece, 'form', 'ball', 'form.ball', { columns: 24, rows: 16 });
  piece = addStrand(piece, 'form', 'wall', 'form.grid', { columns: 2, rows: 2, width: 3, depth: 2.4, lies: 'wall' });
  piece = addStrand(piece, 'surface', 'skin', 'surface.lit', { colour: '#b05040' });
  steps.forEach(([op, params], i) => (piece = addStep(piece, 's5', i + 1, `surface.${op}`, params)));
  piece = addStrand(piece, 'surface', 'paint', 'surface.lit');
  piece = addStep(piece, 's6', 1, 'surface.colour', { colour: { link: 's2' } });
  piece = addStrand(piece, 'stage', 'hall', 'stage.camera', { position: [0, 0.4, 4] });
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
  const drawn = await settled(stage(page));
  await expect(page.getByText('The graphics card refused')).toHaveCount(0);
  return drawn;
}

const FACETS = { link: 's1' };

/** How each surface step is tried, and which others have to be on for it to do anything. */
const SURFACE_STEPS: Record<string, { params?: Step['params']; among?: string[] }> = {
  blend: { params: { mode: 'additive' } },
  bend: { params: { by: FACETS, amount: 0.2 }, among: ['opacity'] },
  coat: {},
  colour: { params: { colour: { link: 's2' } } },
  cut: { params: { by: FACETS, edge: 0.35 } },
  gloss: { params: { roughness: 0.05, metal: 1 } },
  glow: { params: { strength: 2 } },
  opacity: { params: { opacity: 0.4 } },
  relief: { params: { height: FACETS, strength: 0.3 } },
  rim: { params: { strength: 3 } },
  shading: { params: { shading: 'flat' } },
  shadow: { params: { casts: 'no', receives: 'no' } },
  sides: { params: { sides: 'back' } },
  soft: { params: { distance: 1.5 }, among: ['opacity'] },
  wire: { params: { width: 2, body: 0.3 } },
};

/** The same for the stage; what every stage of these tests has is switched off instead. */
const STAGE_STEPS: Record<string, Step['params']> = {
  background: { style: 'colour', colour: '#ff00ff' },
  floor: { level: -1 },
  overlay: { surface: { link: 's6' } },
  point: { shadow: 'cast' },
  spot: {},
  surroundings: { style: 'sky', strength: 2 },
};

/** Names of all steps of a kind that follow others, by the end of their operations. */
const stepsOf = (kind: Kind) =>
  new Map(
    CATALOGUE.filter((d) => kindOf(d) === kind && d.takes.length > 0 && !d.hidden).map((d) => [
      d.op.split('.')[1]!,
      d.name,
    ]),
  );

const offIn = (piece: Piece, strand: string, ops: string[]) =>
  strandById(piece, strand)!.steps.reduce(
    (p, step) => (ops.includes(step.op.split('.')[1]!) ? toggleStep(p, strand, step.id) : p),
    piece,
  );

/** Switches steps on or off by their names, and takes the selection away with its handles. */
async function flip(page: Page, strand: string, ...names: string[]): Promise<void> {
  for (const name of names) {
    await page
      .getByRole('button', { name: `${name} in ${strand}` })
      .first()
      .click();
    await page.keyboard.press('o');
  }
  await page.keyboard.press('Escape');
}

async function flipped(page: Page, strand: string, ...names: string[]) {
  await flip(page, strand, ...names);
  const drawn = await settled(stage(page));
  await expect(page.getByText('The graphics card refused')).toHaveCount(0);
  return drawn;
}

test('every surface step is drawn, and changes the picture', async ({ page }) => {
  const names = stepsOf('surface');
  expect([...names.keys()].sort()).toEqual(Object.keys(SURFACE_STEPS).sort());
  const all = scene([...names.keys()].map((op) => [op, SURFACE_STEPS[op]!.params]));
  const bare = await picture(page, offIn(all, 's5', [...names.keys()]));
  for (const [op, name] of names) {
    const among = (SURFACE_STEPS[op]!.among ?? []).map((other) => names.get(other)!);
    const before = among.length > 0 ? await flipped(page, 'skin', ...among) : bare;
    expect(difference(before, await flipped(page, 'skin', name)), name).toBeGreaterThan(0.15);
    await flip(page, 'skin', name, ...among);
  }
  expect(difference(bare, await settled(stage(page)))).toBe(0);
});

test('every camera, light and surrounding is drawn, and changes the picture', async ({ page }) => {
  const names = stepsOf('stage');
  const standing = ['sun', 'fill', 'place'];
  expect([...names.keys()].sort()).toEqual([...standing, ...Object.keys(STAGE_STEPS)].sort());
  const all = scene([], Object.entries(STAGE_STEPS));
  const bare = await picture(page, offIn(all, 's7', Object.keys(STAGE_STEPS)));
  for (const [op, name] of names) {
    expect(difference(bare, await flipped(page, 'hall', name)), op).toBeGreaterThan(0.3);
    await flip(page, 'hall', name);
  }
  expect(difference(bare, await settled(stage(page)))).toBe(0);
  await page.getByRole('button', { name: 'Camera in hall' }).click();
  for (const kind of ['Orthographic', 'Fisheye']) {
    await setChoice(page, 'Kind', kind);
    await page.keyboard.press('Escape');
    expect(difference(bare, await settled(stage(page))), kind).toBeGreaterThan(0.3);
    await page.getByRole('button', { name: 'Camera in hall' }).click();
  }
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
      .getByRole('row', { name: 'skin', exact: true })
      .locator('[data-cell]')
      .evaluateAll((all) => all.map((e) => e.getAttribute('aria-label')!.split(' in ')[0]));
  await expect.poll(row).toEqual(['Lit', 'Rim', 'Clear coat', 'Cut']);
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
