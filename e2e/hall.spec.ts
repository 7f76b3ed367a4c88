import AxeBuilder from '@axe-core/playwright';
import { expect, type Locator, type Page } from '@playwright/test';
import type { PNG } from 'pngjs';
import { toLinear } from '@/core/colour';
import { addOutputs } from '@/core/piece/outputs';
import type { Output } from '@/core/piece/types';
import { difference, inWorkbench, openPiece, pixelsOf, settled, smallStarter, stage } from './artist';
import { test } from './lasting-page';
import { framesOf } from './pictures';

/** The walls of a piece in a hall, seen from a place in it, and what they give out. */

const [WIDTH, HEIGHT] = [192, 96];
const PITCH = 10;
/** Metres. */
const [ACROSS, DOWN] = [(WIDTH * PITCH) / 1000, (HEIGHT * PITCH) / 1000];
const EYE = 1.6;

type Wall = Partial<Output>;
/** It has all of the picture, and its middle is as high as the eye. */
const FRONT: Wall = { name: 'front', pitch: PITCH, peak: 800, place: [2, EYE - DOWN / 2, 7] };
/** Its back is seen from the door. */
const BACK: Wall = { name: 'back', place: [-30, 1, 40], facing: 180, width: 32, height: 32 };

const hall = (page: Page): Locator => page.getByRole('region', { name: 'Hall' }).getByRole('application');

/** What is seen in the hall once the picture has come to rest. */
async function seenIn(page: Page): Promise<PNG> {
  await settled(page.getByLabel(/^The running picture/));
  return pixelsOf(hall(page));
}

async function openHall(page: Page, walls: Wall[]): Promise<void> {
  await openPiece(page, addOutputs(smallStarter('tidewater-veil', WIDTH, HEIGHT, 4), walls));
  await inWorkbench(page);
  await page.getByRole('tab', { name: 'Outputs' }).click();
  await settled(stage(page));
  await page.getByRole('button', { name: 'See it in the hall' }).click();
}

const stand = async (page: Page, name: string, value: number) => {
  await page.getByLabel(name, { exact: true }).fill(String(value));
  await page.keyboard.press('Enter');
};

/** Mean luminance of a part of a picture, in light; places are shares of its sides. */
function light({ data, width, height }: PNG, [left, top, right, bottom]: number[]): number {
  let [sum, count] = [0, 0];
  for (let y = Math.ceil(top! * height); y < bottom! * height; y++)
    for (let x = Math.ceil(left! * width); x < right! * width; x++, count++)
      [0.2126, 0.7152, 0.0722].forEach((weight, c) => {
        sum += weight * toLinear(data[4 * (y * width + x) + c]! / 255);
      });
  return sum / count;
}

/** The least luminance in a part of a picture. */
const darkest = (picture: PNG, [left, top, right, bottom]: number[]) => {
  let least = 1;
  for (let y = top!; y < bottom!; y += 1 / picture.height)
    for (let x = left!; x < right!; x += 1 / picture.width)
      least = Math.min(least, light(picture, [x, y, x + 1 / picture.width, y + 1 / picture.height]));
  return least;
};

test('a wall stands in the hall as large and as bright as it is', async ({ page }) => {
  await openHall(page, [FRONT]);
  const away = 4;
  await stand(page, 'You, away from the door', 7 - away);
  await stand(page, 'How much you see', 60);
  await expect(page.getByRole('list', { name: 'Walls from here' })).toHaveText(
    `front ${away} m away, a pixel is 8.59 minutes of arc: pixels are seen, up to 34.4 m`,
  );
  const seen = await seenIn(page);
  // Straight ahead the side of a wall is at half its width by its distance, of the tangent of half of what is seen.
  const half = ACROSS / 2 / away / Math.tan(Math.PI / 6);
  const tall = (half * DOWN * seen.width) / ACROSS / seen.height;
  const at = (x: number, y: number) => [0.5 + (x - 0.5) * half, 0.5 + (y - 0.5) * tall];
  // Someone stands before its right end.
  const part = [...at(0.02, 0.02), ...at(0.7, 0.98)];
  const beside = [...at(-0.3, 0.05), ...at(-0.02, 0.6)];
  expect(light(seen, beside), 'the hall beside it is dark').toBeLessThan(0.01);
  // From nearer its lamps are seen, and the dark between them; the sky is dark enough for lamps that are not clipped.
  await stand(page, 'How much you see', 12);
  await stand(page, 'Light of a dark wall', 0);
  const near = await seenIn(page);
  const wide = (2 * away * Math.tan(Math.PI / 30)) / ACROSS;
  const high = (wide * ACROSS * near.height) / near.width / DOWN;
  await page.getByRole('button', { name: 'Back to the picture' }).click();
  const [first] = await framesOf(page);
  expect(light(seen, part) / light(first!, [0.02, 0.02, 0.7, 0.98])).toBeCloseTo(1, 1);
  const sky = light(first!, [0.5 + 0.25 * wide, 0.5 - 0.45 * high, 0.5 + 0.45 * wide, 0.5 - 0.25 * high]);
  // To the right of what is said of the walls.
  const lamps = [0.75, 0.05, 0.95, 0.25];
  expect(light(near, lamps) / sky).toBeCloseTo(1, 1);
  expect(darkest(near, lamps)).toBeLessThan(0.2 * sky);
});

test('walking, looking around and looking nearer change what is seen, and each has its keys', async ({ page }) => {
  await openHall(page, [FRONT, BACK]);
  await expect(page.getByRole('list', { name: 'Walls from here' })).toContainText('back');
  await expect(page.getByText('from behind')).toBeVisible();
  await hall(page).focus();
  let before = await seenIn(page);
  for (const key of ['ArrowRight', 'ArrowDown', 'Shift+ArrowLeft', 'Shift+ArrowUp', 'PageUp']) {
    await page.keyboard.press(key);
    const after = await pixelsOf(hall(page));
    expect(difference(before, after), key).toBeGreaterThan(0.001);
    before = after;
  }
  expect(Number(await page.getByLabel('How much you see').inputValue())).toBe(56);
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations).toEqual([]);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: 'Hall' })).toBeHidden();
});

test('what a wall gives out is measured over the loop, and is that of its exported frames', async ({ page }) => {
  await openHall(page, [FRONT, BACK]);
  await page.getByRole('button', { name: 'Measure' }).click();
  const words = page.getByText(/^Its light is/);
  await expect(words).toBeVisible({ timeout: 60_000 });
  const [, said] = /\((\d+) cd/.exec((await words.textContent())!)!;
  await expect(page.getByRole('img', { name: 'Light and power of front, at each frame' })).toBeVisible();
  const frames = await framesOf(page);
  const mean = frames.reduce((sum, frame) => sum + light(frame, [0, 0, 1, 1]), 0) / frames.length;
  // They are drawn small to be measured.
  expect(Math.abs(Number(said) / (800 * mean) - 1)).toBeLessThan(0.05);
  // Four frames of a sea, six times a second.
  await expect(
    page.getByText(/^It flashes for who stands nearer than \d+ m: .* You stand 33\.0 m from it\.$/),
  ).toBeVisible();
  await stand(page, 'Pixel pitch', 5);
  await expect(page.getByText('Its pitch has changed')).toBeVisible();
});
