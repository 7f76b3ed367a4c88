import { expect } from '@playwright/test';
import { PNG } from 'pngjs';
import { toEncoded } from '@/core/colour';
import { addStep, addStrand, blankPiece, setLoop, setParam, setPicture } from '@/core/piece/edit';
import type { Piece } from '@/core/piece/types';
import {
  choose,
  difference,
  goToFrame,
  inWorkbench,
  link,
  loseCard,
  makeStrand,
  openPiece,
  pixelsOf,
  seam,
  setChoice,
  setNumber,
  settled,
  stage,
  startBlank,
} from './artist';
import { disc, framesOf, HEIGHT, red, still, stillAt, WIDTH, type Row } from './pictures';
import { test } from './lasting-page';

const FRAMES = 12;

/** A dot that goes once round the middle, against the clock. */
const circling: Row = [
  ['place', { by: [0.3, 0, 0], size: 0.3, beyond: 'held' }],
  ['place', { turns: 1, beyond: 'held' }],
];
const dot = (more: Row): Piece => setLoop(disc([...circling, ...more]), { frames: FRAMES });
/** Where the dot is in a frame, in pixels. */
const at = (frame: number, width = WIDTH, height = HEIGHT): [number, number] => {
  const angle = (2 * Math.PI * frame) / FRAMES;
  return [width / 2 + 0.3 * height * Math.cos(angle) - 0.5, height / 2 - 0.3 * height * Math.sin(angle) - 0.5];
};
const brightest = ({ data }: PNG) => data.reduce((m, v, i) => (i % 4 === 3 ? m : Math.max(m, v)), 0);
const most = (a: PNG, b: PNG) => a.data.reduce((m, v, i) => Math.max(m, Math.abs(v - b.data[i]!)), 0);

test('an echo leaves a trail where the dot was, the same however a frame is reached', async ({ page }) => {
  await openPiece(page, dot([['echo', { fade: 0.5 }]]));
  await inWorkbench(page);
  await expect(seam(page)).toHaveText('closes');
  const alone = await stillAt(page, 5);
  for (let ago = 0; ago < 6; ago++)
    expect(Math.abs(red(alone, ...at(5 - ago)) - 255 * toEncoded(0.5 ** ago)), `${ago} frames ago`).toBeLessThan(4);
  expect(red(alone, ...at(6))).toBeLessThan(60);
  const frames = await framesOf(page);
  expect(most(alone, frames[5]!)).toBeLessThanOrEqual(1);
  // The first frame is that of a loop that has been running.
  for (let ago = 0; ago < 4; ago++)
    expect(Math.abs(red(frames[0]!, ...at(-ago)) - 255 * toEncoded(0.5 ** ago))).toBeLessThan(4);
  expect(most(frames[3]!, (await framesOf(page))[3]!)).toBe(0);

  // The preview: scrubbed to, stepped to, and played to.
  await goToFrame(page, 5);
  const scrubbed = await settled(stage(page));
  await goToFrame(page, 2);
  for (let frame = 3; frame <= 5; frame++) await page.getByRole('button', { name: 'One frame on' }).click();
  expect(most(scrubbed, await settled(stage(page)))).toBeLessThanOrEqual(1);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByText('frame 5 of 12')).toBeHidden();
  await page.getByRole('button', { name: 'Pause' }).click();
  await goToFrame(page, 5);
  const played = await settled(stage(page));
  expect(most(scrubbed, played)).toBeLessThanOrEqual(1);
  const [width, height] = [played.width, played.height];
  for (let ago = 0; ago < 4; ago++)
    expect(Math.abs(red(played, ...at(5 - ago, width, height)) - 255 * toEncoded(0.5 ** ago))).toBeLessThan(12);
});

test('an artist builds an echo, a glow and a branch from blank', async ({ page }) => {
  await startBlank(page, WIDTH, HEIGHT, FRAMES);
  await makeStrand(
    page,
    'field',
    'dot',
    ['position'],
    ['length'],
    ['compare', { Comparison: '=below', 'Second value': 0.08, Softness: 0 }],
  );
  await makeStrand(
    page,
    'finish',
    'trail',
    ['paint', { Colour: '~dot' }],
    ['move and turn', { Move: [0.3, 0, 0] }],
    ['move and turn', { Turns: 1 }],
  );
  await goToFrame(page, 5);
  const shade = (picture: PNG, frame: number) => red(picture, ...at(frame, picture.width, picture.height));
  const bare = await settled(stage(page));
  expect([shade(bare, 5), shade(bare, 4)]).toEqual([255, 0]);
  // An echo: a trail where the dot was, and nothing where it has not been for long.
  await page.getByRole('button', { name: 'Add a step to trail' }).click();
  await choose(page, 'echo');
  await setNumber(page, 'Remains', 0.5);
  const trail = await settled(stage(page));
  expect(shade(trail, 5)).toBe(255);
  expect(Math.abs(shade(trail, 4) - 255 * toEncoded(0.5))).toBeLessThan(4);
  expect(shade(trail, 6)).toBeLessThan(30);
  // A glow: light beside the dot, where none of the trail is.
  await page.getByRole('button', { name: 'Add a step to trail' }).click();
  await choose(page, 'glow');
  const glowing = await settled(stage(page));
  expect(shade(glowing, 5.7)).toBeGreaterThan(shade(trail, 5.7) + 20);
  // A branch: what differs between a picture and itself is nothing.
  await makeStrand(page, 'finish', 'out', ['go on from', { Picture: '~trail' }]);
  expect(difference(glowing, await settled(stage(page)))).toBeLessThan(0.01);
  await page.getByRole('button', { name: 'Add a step to out' }).click();
  await choose(page, 'blend with');
  await link(page, 'Picture', 'trail');
  await setChoice(page, 'Mode', 'difference');
  expect(brightest(await stillAt(page, 5))).toBe(0);
});

test('what is remembered settles again after the graphics card was lost', async ({ page }) => {
  await openPiece(page, dot([['echo', { fade: 0.7 }]]));
  await inWorkbench(page);
  await goToFrame(page, 5);
  const before = await settled(stage(page));
  await loseCard(page);
  const after = await settled(stage(page));
  const [width, height] = [after.width, after.height];
  expect(red(after, ...at(2, width, height))).toBeGreaterThan(120);
  expect(most(before, after)).toBeLessThanOrEqual(1);
});

test('an echo that moves carries what it shows along', async ({ page }) => {
  // A dot that stands in the middle, carried an eighth of the height to the right in each frame.
  const piece = disc([
    ['place', { size: 0.2, beyond: 'held' }],
    ['echo', { fade: 0.8, by: [0.125, 0, 0] }],
  ]);
  const picture = await still(page, piece);
  for (let ago = 0; ago < 4; ago++) {
    const x = WIDTH / 2 + 0.125 * HEIGHT * ago;
    expect(Math.abs(red(picture, x, HEIGHT / 2) - 255 * toEncoded(0.8 ** ago)), `${ago} frames ago`).toBeLessThan(8);
  }
  expect(red(picture, WIDTH / 2 - 0.125 * HEIGHT, HEIGHT / 2)).toBeLessThan(4);
});

test('channels lag, and what has changed shines', async ({ page }) => {
  const lagging = await stillOf(dot([['lag', { red: 0, green: 2, blue: 4 }]]));
  const channel = (frame: number) => [0, 1, 2].map((c) => lagging.data[pixel(at(frame)) + c]!);
  expect(channel(5)).toEqual([255, 0, 0]);
  expect(channel(3)).toEqual([0, 255, 0]);
  expect(channel(1)).toEqual([0, 0, 255]);
  const changed = await stillOf(dot([['earlier', { frames: 3 }]]));
  expect(red(changed, ...at(5))).toBeGreaterThan(250);
  expect(red(changed, ...at(2))).toBeGreaterThan(250);
  expect(red(changed, ...at(4))).toBeLessThan(5);
  const held = await stillOf(
    addStep(
      addStrand(dot([]), 'signal', 'beat', 'signal.cycle', { wave: 'pulse', turns: 3, share: 0.25 }),
      's2',
      3,
      'finish.hold',
      {
        take: { link: 's3' },
      },
    ),
  );
  // A beat in every fourth frame: frame 5 still shows frame 4.
  expect(red(held, ...at(4))).toBeGreaterThan(250);
  expect(red(held, ...at(5))).toBeLessThan(5);

  function pixel([x, y]: [number, number]): number {
    return 4 * (Math.round(y) * WIDTH + Math.round(x));
  }
  async function stillOf(piece: Piece): Promise<PNG> {
    await openPiece(page, piece);
    await inWorkbench(page);
    return stillAt(page, 5);
  }
});

test('an echo that never fades is named, mended by a click, and cleared', async ({ page }) => {
  await openPiece(page, dot([['echo', { fade: 1 }]]));
  await inWorkbench(page);
  await expect(seam(page)).toHaveText('never settles');
  await seam(page).click();
  await expect(page.getByRole('region', { name: 'Memory' })).toContainText('never fades: it has no first frame');
  await page.getByRole('button', { name: 'Set remains to 0.85' }).click();
  await expect(page.getByRole('region', { name: 'Memory' })).toContainText(/settles after \d+ frames/);
  await page.keyboard.press('Escape');
  await expect(seam(page)).toHaveText('closes');
  const before = await settled(stage(page));
  await setNumber(page, 'Length', FRAMES);
  await page.getByRole('button', { name: 'Clear memory' }).click();
  await page.mouse.move(0, 0);
  // It settles again by itself, to the same picture.
  expect(most(before, await settled(stage(page)))).toBeLessThanOrEqual(1);
});

test('a finish takes in another one: the difference of equal pictures is black, a wipe shows both', async ({
  page,
}) => {
  const two = (step: string, params: Row[number][1]) => {
    const piece = addStrand(disc([]), 'finish', 'other', 'finish.from', { picture: { link: 's2' } });
    return addStep(piece, 's3', 1, `finish.${step}`, params);
  };
  const black = await still(page, two('blend', { picture: { link: 's2' }, mode: 'difference' }));
  expect(brightest(black)).toBe(0);
  let piece = addStep(disc([]), 's2', 1, 'finish.invert');
  piece = addStrand(piece, 'finish', 'other', 'finish.from', { picture: { link: 's2', step: 't1' } });
  piece = addStep(piece, 's3', 1, 'finish.join', { picture: { link: 's2' }, way: 'wipe', share: 0.5 });
  const joined = await still(page, piece);
  const [plain, inverted] = [await still(page, disc([])), await still(page, disc([['invert']]))];
  for (let x = 4; x < WIDTH; x += 8)
    expect(red(joined, x, HEIGHT / 2)).toBe(red(x < WIDTH / 2 ? inverted : plain, x, HEIGHT / 2));
  expect(difference(plain, inverted)).toBeGreaterThan(50);
});

test('the picture of one stage is worn on another', async ({ page }) => {
  // A red wall is shot by one finish, and hangs in the middle of another stage, which is blue.
  let piece = setLoop(setPicture(blankPiece('Screen'), { width: WIDTH, height: HEIGHT, background: '#0000ff' }), {
    frames: 8,
  });
  piece = addStrand(piece, 'finish', 'out', 'finish.shoot');
  piece = addStrand(piece, 'finish', 'feed', 'finish.paint', { colour: '#ff0000' });
  piece = addStrand(piece, 'field', 'screen', 'field.uv');
  piece = addStep(piece, 's3', 1, 'field.shot', { picture: { link: 's2' } });
  piece = addStrand(piece, 'form', 'wall', 'form.grid', { lies: 'wall', width: 1, depth: 1 });
  piece = addStrand(piece, 'surface', 'shown', 'surface.lit', { colour: '#000000' });
  piece = addStep(piece, 's5', 1, 'surface.glow', { colour: { link: 's3' }, strength: 1 });
  piece = addStrand(piece, 'stage', 'hall', 'stage.camera', { position: [0, 0, 4], target: [0, 0, 0] });
  piece = addStep(piece, 's6', 1, 'stage.place', { form: { link: 's4' }, surface: { link: 's5' } });
  piece = setParam(piece, 's1', piece.strands[0]!.steps[0]!.id, 'stage', { link: 's6' });
  const picture = await still(page, piece);
  const pixel = (x: number) => [
    ...picture.data.subarray(4 * ((HEIGHT / 2) * WIDTH + x), 4 * ((HEIGHT / 2) * WIDTH + x) + 3),
  ];
  expect(pixel(WIDTH / 2)).toEqual([255, 0, 0]);
  expect(pixel(2)[0]).toBe(0);
});

test('earlier frames that would not fit the card are refused in words', async ({ page }) => {
  await openPiece(page, disc([['slow', { frames: 24 }]], 4000, 3000));
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Export' }).click();
  await page.getByRole('button', { name: 'Export the Still' }).click();
  await expect(page.getByText(/would take 2\.3 GB of the graphics card at 4000 x 3000/)).toBeVisible();
});

test('until it is settled the present frame stands in, and it says so from the first moment', async ({ page }) => {
  // A white dot that stands still: each channel of it is the same, whichever frame it is of.
  const lags = disc([['lag', { red: 0, green: 60, blue: 90 }]], 640, 360);
  await openPiece(page, setLoop(lags, { frames: 240 }));
  await inWorkbench(page);
  const chip = page.getByText(/^settling \d+ of \d+$/);
  const middle = (picture: PNG) => {
    const at = 4 * (Math.round(picture.height / 2) * picture.width + Math.round(picture.width / 2));
    return [...picture.data.subarray(at, at + 3)];
  };
  // The first picture takes a moment: until then the stage is empty.
  await expect.poll(async () => middle(await pixelsOf(stage(page)))).toEqual([255, 255, 255]);
  const seen: number[][] = [];
  for (let i = 0; i < 12; i++) {
    await page.getByRole('slider', { name: 'Playhead' }).press(i % 2 ? 'ArrowRight' : 'Shift+ArrowRight');
    const before = await chip.isVisible();
    const picture = await pixelsOf(stage(page));
    if (before && (await chip.isVisible())) seen.push(middle(picture));
  }
  expect(seen.length, 'looked at while it settles').toBeGreaterThan(2);
  for (const colour of seen) expect(colour).toEqual([255, 255, 255]);
  const done = await settled(stage(page));
  await expect(chip).toBeHidden();
  expect(middle(done)).toEqual([255, 255, 255]);
  // The cell shows it settled, too.
  const cell = page.getByRole('button', { name: /^Lag channels in out/ }).locator('canvas');
  await expect.poll(async () => middle(PNG.sync.read(await cell.screenshot()))).toEqual([255, 255, 255]);
});
