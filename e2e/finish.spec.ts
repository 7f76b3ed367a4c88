import { expect } from '@playwright/test';
import { PNG } from 'pngjs';
import { toEncoded, toLinear } from '@/core/colour';
import { addStep, addStrand, blankPiece, setLoop, setParam, setPicture } from '@/core/piece/edit';
import type { Piece, Step } from '@/core/piece/types';
import { difference, inWorkbench, openPiece, pixelsOf, settled, setNumber, stage } from './artist';
import { disc, framesOf, HEIGHT, red, still, stillAt, WIDTH, type Row } from './pictures';
import { test } from './lasting-page';

test('light glows outside of what is bright, and nowhere without it', async ({ page }) => {
  const sharp = await still(page, disc([]));
  const glowing = await still(page, disc([['glow', { radius: 0.4, strength: 1 }]]));
  const outside = [WIDTH / 2 + 0.35 * HEIGHT, HEIGHT / 2].map(Math.round) as [number, number];
  expect(red(sharp, ...outside)).toBe(0);
  expect(red(glowing, ...outside)).toBeGreaterThan(20);
  // It falls off, and a threshold above all light leaves the picture as it is.
  expect(red(glowing, 4, 4)).toBeLessThan(red(glowing, ...outside));
  expect(difference(sharp, await still(page, disc([['glow', { threshold: 3, knee: 0 }]])))).toBeLessThan(0.01);
});

test('a step of a finish is shown in the shape of the picture', async ({ page }) => {
  for (const [width, height] of [
    [WIDTH, HEIGHT],
    [HEIGHT, WIDTH],
  ] as const) {
    await openPiece(page, disc([['levels']], width, height));
    await inWorkbench(page);
    await page.getByRole('button', { name: 'Levels in out' }).click();
    const preview = page.getByRole('img', { name: 'Preview of finish.levels' });
    const size = async () => {
      const shown = await pixelsOf(preview);
      const [rows, columns] = [new Set<number>(), new Set<number>()];
      for (let y = 0; y < shown.height; y++)
        for (let x = 0; x < shown.width; x++) if (red(shown, x, y) > 200) rows.add(y) && columns.add(x);
      return { high: rows.size, wide: columns.size };
    };
    await expect.poll(async () => (await size()).high).toBeGreaterThan(20);
    const squeezed = async () => {
      const { high, wide } = await size();
      return Math.abs(high - wide);
    };
    await expect.poll(squeezed).toBeLessThan(3);
  }
});

/** Two white squares that face the camera, 4 m and 10 m away from it, and what finishes their picture. */
function squares(...steps: Row): Piece {
  let piece = setLoop(setPicture(blankPiece('Squares'), { width: WIDTH, height: HEIGHT, background: '#000000' }), {
    frames: 8,
  });
  piece = addStrand(piece, 'form', 'square', 'form.box', { size: [1, 1, 0.002] });
  piece = addStrand(piece, 'surface', 'white', 'surface.lit', { colour: '#000000' });
  piece = addStep(piece, 's2', 1, 'surface.glow', { colour: '#ffffff', strength: 1 });
  piece = addStep(piece, 's2', 2, 'surface.shading', { shading: 'flat' });
  piece = addStrand(piece, 'stage', 'hall', 'stage.camera', { position: [0, 0, 4], target: [0, 0, 0], lens: 35 });
  const standing = { form: { link: 's1' }, surface: { link: 's2' } };
  piece = addStep(piece, 's3', 1, 'stage.place', { ...standing, position: [-0.7, 0, 0] });
  piece = addStep(piece, 's3', 2, 'stage.place', { ...standing, position: [2, 0, -6] });
  piece = addStrand(piece, 'finish', 'out', 'finish.shoot', { stage: { link: 's3' } });
  steps.forEach(([op, params], i) => (piece = addStep(piece, 's4', i + 1, `finish.${op}`, params)));
  return piece;
}
/** Columns of the middles of both: a lens of 35 mm sees 12/35 of the distance up from the middle (24 mm film). */
const [NEAR, FAR] = [-0.7 / 4, 2 / 10].map((x) => WIDTH / 2 + (x / (12 / 35)) * (HEIGHT / 2));

test('mist takes light by the metre, and what is out of focus is soft', async ({ page }) => {
  const misty = await still(page, squares(['mist', { from: 1, density: 0.1, colour: '#000000' }]));
  for (const [column, metres] of [
    [NEAR!, 4],
    [FAR!, 10],
  ] as const)
    expect(Math.abs(red(misty, column, HEIGHT / 2) - 255 * toEncoded(Math.exp(-0.1 * (metres - 1))))).toBeLessThan(2);
  const sharp = await still(page, squares());
  const focused = await still(page, squares(['focus', { distance: 10, aperture: 0.1, most: 0.1 }]));
  // Across the edges of both: shades that are neither dark nor bright.
  const between = (picture: PNG, middle: number, reach: number) =>
    Array.from({ length: 2 * reach }, (_, i) => red(picture, middle - reach + i, HEIGHT / 2)).filter(
      (v) => v > 90 && v < 225,
    ).length;
  expect(between(focused, NEAR!, 16)).toBeGreaterThan(between(sharp, NEAR!, 16) + 3);
  expect(between(focused, FAR!, 8)).toBeLessThanOrEqual(between(sharp, FAR!, 8) + 1);
});

test('edges of normals are where surfaces meet, not within one', async ({ page }) => {
  const lines: Row = [['edges', { of: 'normals', over: 'alone', colour: '#ffffff', width: 0.02, strength: 4 }]];
  let cube = squares(...lines);
  const [box, near] = [cube.strands[0]!.steps[0]!, cube.strands[2]!.steps[1]!];
  cube = setParam(cube, 's1', box.id, 'size', [1, 1, 1]);
  cube = setParam(setParam(cube, 's3', near.id, 'turn', [0, 45, 0]), 's3', near.id, 'position', [0, 0, 0]);
  const creased = await still(page, cube);
  const line = (x: number) => creased.data[4 * ((HEIGHT / 2) * WIDTH + Math.round(x)) + 3]!;
  expect(line(WIDTH / 2)).toBeGreaterThan(150);
  // Half way out on each face, 3.65 m away, nothing is drawn.
  const out = (0.35 / 3.65 / (12 / 35)) * (HEIGHT / 2);
  for (const side of [-1, 1]) expect(line(WIDTH / 2 + side * out)).toBeLessThan(10);
});

test('a shutter that is open for a frame sees the mean of what happens meanwhile', async ({ page }) => {
  /** The nearer square flies once through the picture in a loop. */
  const flying = (frames: number, shot: Step['params']) => {
    let piece = addStrand(squares(), 'signal', 'way', 'signal.cycle', { wave: 'saw', turns: 1 });
    piece = addStep(piece, 's3', 3, 'stage.place', {
      form: { link: 's1' },
      surface: { link: 's2' },
      position: { link: 's5' },
    });
    const shoot = piece.strands.find((s) => s.id === 's4')!.steps[0]!;
    for (const [id, value] of Object.entries(shot)) piece = setParam(piece, 's4', shoot.id, id, value);
    return setLoop(piece, { frames, rate: 24 });
  };
  await openPiece(page, flying(32, {}));
  await inWorkbench(page);
  const instants = (await framesOf(page)).slice(8, 12);
  await openPiece(page, flying(8, { shutter: 360, pictures: 4 }));
  await inWorkbench(page);
  const exposed = await stillAt(page, 2);
  expect(difference(instants[0]!, exposed)).toBeGreaterThan(1);
  let most = 0;
  for (let i = 0; i < exposed.data.length; i += 4) {
    const light = instants.reduce((sum, p) => sum + toLinear(p.data[i]! / 255) / 4, 0);
    most = Math.max(most, Math.abs(255 * toEncoded(light) - exposed.data[i]!));
  }
  expect(most).toBeLessThanOrEqual(1.5);
});

const ALIKE: [what: string, most: number, row: Row][] = [
  [
    'a finish',
    0.01,
    [
      ['lens', { bend: 0.3 }],
      ['blur', { radius: 0.05 }],
      ['levels', { gamma: 1.4 }],
      ['split', { apart: 0.02 }],
      ['glow', { radius: 0.3 }],
      ['edges', { width: 0.02 }],
    ],
  ],
  ['an echo that grows and turns', 0.01, [['echo', { fade: 0.85, size: 1.02, angle: 2, mode: 'add' }]]],
];

for (const [what, most, row] of ALIKE)
  test(`${what} looks alike at half the size and the whole`, async ({ page }) => {
    const small = await still(page, disc(row));
    const large = await still(page, disc(row, 2 * WIDTH, 2 * HEIGHT));
    let off = 0;
    for (let y = 0; y < HEIGHT; y++)
      for (let x = 0; x < WIDTH; x++)
        for (let c = 0; c < 3; c++) {
          const four = [0, 1].flatMap((i) =>
            [0, 1].map((j) => large.data[4 * ((2 * y + j) * 2 * WIDTH + 2 * x + i) + c]!),
          );
          off += Math.abs(four.reduce((a, b) => a + b) / 4 - small.data[4 * (y * WIDTH + x) + c]!);
        }
    const mean = off / (3 * WIDTH * HEIGHT) / 255;
    console.log(`${what}: half and whole differ by ${(100 * mean).toFixed(2)} % on average`);
    expect(mean).toBeLessThan(most);
  });

test('steps of one pixel go together, and each can be looked at up to itself', async ({ page }) => {
  await openPiece(page, disc([['blur'], ['invert'], ['levels'], ['lens'], ['vignette']]));
  await inWorkbench(page);
  const before = await settled(stage(page));
  await page.getByRole('button', { name: 'Lens in out' }).click();
  await setNumber(page, 'Bend', 0.9);
  const bent = await settled(stage(page));
  expect(difference(before, bent)).toBeGreaterThan(1);
  await page.keyboard.press('o');
  expect(difference(bent, await settled(stage(page)))).toBeGreaterThan(1);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  expect(difference(before, await settled(stage(page)))).toBe(0);
  // The picture up to a step, with its shades.
  await page.getByRole('button', { name: 'Blur in out' }).click();
  await page.keyboard.press('l');
  const bar = page.locator('[data-looking]');
  await expect(bar).toContainText('the picture so far');
  await expect(bar.getByRole('img', { name: /Shades by channel: .* white, .* black/ })).toBeVisible();
  const blurred = await settled(stage(page));
  expect(difference(before, blurred)).toBeGreaterThan(10);
  // Split: the left half with the step, the right half before it.
  await bar.getByRole('button', { name: 'Split' }).click();
  await page.mouse.move(0, 0);
  const split = await settled(stage(page));
  const half = (picture: PNG, side: number) => {
    const middle = [0.34, 0.66][side]! * picture.width;
    const out = new PNG({ width: 40, height: picture.height - 160 });
    PNG.bitblt(picture, out, Math.round(middle) - 20, 40, 40, out.height, 0, 0);
    return out;
  };
  expect(difference(half(split, 0), half(blurred, 0))).toBe(0);
  expect(difference(half(split, 1), half(blurred, 1))).toBeGreaterThan(2);
  await bar.getByRole('button', { name: 'Whole' }).click();
  await page.keyboard.press('Escape');
  await expect(bar).toBeHidden();
  // The cells show the picture up to each step.
  const cell = (name: string) => page.getByRole('button', { name: `${name} in out` }).locator('canvas');
  await expect
    .poll(async () =>
      difference(PNG.sync.read(await cell('Blur').screenshot()), PNG.sync.read(await cell('Invert').screenshot())),
    )
    .toBeGreaterThan(20);
});

test('a colour table is dropped in, and one that lies about its size is refused', async ({ page }) => {
  await openPiece(page, disc([['table']]));
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Colour table in out' }).click();
  const before = await stillAt(page, 0);
  const drop = (name: string, lines: string[]) =>
    page
      .getByLabel('Table, file')
      .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(lines.join('\n')) });
  await drop('short.cube', ['LUT_3D_SIZE 33', '0 0 0']);
  await expect(page.getByText(/"short.cube" was not imported. It states 35,937 colours and holds 1/)).toBeVisible();
  await drop('negative.cube', ['LUT_1D_SIZE 2', '1 1 1', '0 0 0.5']);
  await expect(page.locator('[data-file-drop]')).toContainText('negative.cube');
  const after = await stillAt(page, 0);
  for (const [x, y] of [
    [WIDTH / 2, HEIGHT / 2],
    [4, 4],
  ] as const) {
    const at = 4 * (y * WIDTH + x);
    const [shade, blue] = [255 - before.data[at]!, 255 - 0.5 * before.data[at + 2]!];
    expect(Math.abs(after.data[at]! - shade)).toBeLessThanOrEqual(1);
    expect(Math.abs(after.data[at + 2]! - blue)).toBeLessThanOrEqual(1);
  }
  // It is in the piece: it is there again after the page has come again.
  await page.reload();
  await inWorkbench(page);
  expect(difference(await stillAt(page, 0), after)).toBe(0);
});

test('the checks say what each part of a frame costs', async ({ page }) => {
  await openPiece(page, squares(['blur', { radius: 0.2 }], ['levels'], ['invert']));
  await inWorkbench(page);
  await page.getByRole('button', { name: /^Checks/ }).click();
  const costs = page.getByRole('region', { name: 'Cost of a frame' });
  await costs.getByRole('button', { name: 'Measure' }).click();
  await expect(costs.getByRole('row', { name: /hall shot 1 pass/ })).toBeVisible();
  const shares = await costs
    .getByRole('row')
    .evaluateAll((rows) => rows.slice(1).map((r) => parseFloat(r.children[2]!.textContent!)));
  expect(shares.length).toBeGreaterThan(1);
  expect(Math.abs(shares.reduce((a, b) => a + b) - 100)).toBeLessThan(3);
  await expect(costs.getByRole('row', { name: /Blur.*Levels, Invert/ })).toBeVisible();
});
