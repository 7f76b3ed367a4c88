import AxeBuilder from '@axe-core/playwright';
import { expect, type Locator, type Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { PNG } from 'pngjs';
import { inWorkbench, openPiece, settled, smallStarter, stage, taken } from './artist';
import { probe } from './films';
import { test } from './lasting-page';

/** Outputs: parts of the picture that walls show, drawn over the stage, and exported each as its own file. */

const [WIDTH, HEIGHT] = [192, 64];

const corner = (page: Page, name: string): Locator =>
  page.getByRole('group', { name: 'Outputs on the picture' }).getByRole('slider', { name, exact: true });

const typed = async (page: Page, name: string, value: number) => {
  const input = page.getByLabel(name, { exact: true });
  await input.fill(String(value));
  await input.press('Enter');
};

async function open(page: Page): Promise<void> {
  await openPiece(page, smallStarter('tidewater-veil', WIDTH, HEIGHT, 4));
  await inWorkbench(page);
  await page.getByRole('tab', { name: 'Outputs' }).click();
}

/** Two walls: the left third of the picture, and a part of the rest that is turned. */
async function makeTwo(page: Page): Promise<void> {
  await open(page);
  await page.getByRole('button', { name: 'Add an output' }).click();
  await typed(page, 'Width', 64);
  await page.getByRole('button', { name: 'Add an output' }).click();
  await typed(page, 'Height', 32);
  await page.getByLabel('Turned', { exact: true }).selectOption('90');
}

/** A part of a picture as its own. */
function part(picture: PNG, x: number, y: number, width: number, height: number): PNG {
  const to = new PNG({ width, height });
  PNG.bitblt(picture, to, x, y, width, height, 0, 0);
  return to;
}

/** A picture, turned clockwise once: written out pixel by pixel. */
function turned(picture: PNG): PNG {
  const to = new PNG({ width: picture.height, height: picture.width });
  for (let y = 0; y < picture.height; y++)
    for (let x = 0; x < picture.width; x++)
      picture.data.copy(
        to.data,
        4 * (x * to.width + (to.width - 1 - y)),
        4 * (y * picture.width + x),
        4 * (y * picture.width + x + 1),
      );
  return to;
}

test('an output is drawn over the stage, dragged at its corners, typed, and undone', async ({ page }) => {
  await open(page);
  const before = await settled(stage(page));
  await page.getByRole('button', { name: 'Add an output' }).click();
  const grip = corner(page, 'wall, bottom right corner');
  const from = (await grip.boundingBox())!;
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(from.x - 100, from.y - 40, { steps: 5 });
  await page.mouse.up();
  const width = Number(await page.getByLabel('Width', { exact: true }).inputValue());
  expect(width).toBeLessThan(WIDTH);
  expect(width).toBeGreaterThan(16);
  await grip.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByLabel('Width', { exact: true })).toHaveValue(String(width - 1));
  await typed(page, 'Pixel pitch', 10);
  await expect(page.getByLabel('Width in metres')).toHaveValue(String((width - 1) / 100));
  // Typed metres are those of the wall: its pixels stay, and its pitch follows.
  await typed(page, 'Width in metres', (width - 1) / 50);
  await expect(page.getByLabel('Pixel pitch')).toHaveValue('20');
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Width', { exact: true })).toHaveValue(String(WIDTH));
  await page.getByRole('tab', { name: 'Tuning' }).click();
  expect((await settled(stage(page))).data.equals(before.data), 'frames are drawn while outputs are open alone').toBe(
    true,
  );
});

test('each output is exported as its own file, with the pixels that the whole picture has there', async ({ page }) => {
  await makeTwo(page);
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  const press = () => page.getByRole('button', { name: 'Export the Still' }).click();
  const stills = new Map<string, PNG>();
  const both = new Promise<void>((done) => {
    let count = 0;
    page.on('download', (download) => {
      void (async () => {
        stills.set(download.suggestedFilename(), PNG.sync.read(await readFile(await download.path())));
        if (++count === 2) done();
      })();
    });
  });
  await press();
  await both;
  expect([...stills.keys()].toSorted()).toEqual(['tidewater-veil_wall-2_0000.png', 'tidewater-veil_wall_0000.png']);
  page.removeAllListeners('download');
  await page.getByLabel('Parts of the picture').selectOption('whole');
  const whole = PNG.sync.read((await taken(page, press)).bytes);
  expect([whole.width, whole.height]).toEqual([WIDTH, HEIGHT]);
  const [wall, second] = [stills.get('tidewater-veil_wall_0000.png')!, stills.get('tidewater-veil_wall-2_0000.png')!];
  expect(wall.data.equals(part(whole, 0, 0, 64, HEIGHT).data)).toBe(true);
  expect([second.width, second.height]).toEqual([32, 128]);
  expect(second.data.equals(turned(part(whole, 64, 0, 128, 32)).data)).toBe(true);
});

test('films of outputs have their own size', async ({ page }) => {
  await makeTwo(page);
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  const sizes: Record<string, unknown> = {};
  const both = new Promise<void>((done) =>
    page.on('download', (download) => {
      void download.path().then((file) => {
        sizes[download.suggestedFilename()] = probe(file);
        if (Object.keys(sizes).length === 2) done();
      });
    }),
  );
  await page.getByRole('button', { name: /Export.*WebM/ }).click();
  await both;
  expect(sizes).toMatchObject({
    'tidewater-veil_wall.webm': { width: 64, height: 64, nb_read_packets: '4' },
    'tidewater-veil_wall-2.webm': { width: 32, height: 128, nb_read_packets: '4' },
  });
});

test('a table of outputs goes out and comes back; nonsense is named and changes nothing', async ({ page }) => {
  await makeTwo(page);
  await page.getByText('Table of outputs').click();
  const { name, bytes } = await taken(page, () => page.getByRole('button', { name: 'Save as CSV' }).click());
  expect(name).toBe('tidewater-veil-outputs.csv');
  const text = bytes.toString();
  const give = (table: string) =>
    page
      .getByLabel('Table of outputs, file')
      .setInputFiles({ name: 'walls.csv', mimeType: 'text/csv', buffer: Buffer.from(table) });
  await give(text.replace('wall 2', 'side').replace(/^wall,0,/m, 'wall,8,'));
  await expect(page.getByRole('button', { name: /^side 0/ })).toBeVisible();
  await expect(corner(page, 'wall, place')).toHaveAttribute('aria-valuetext', '8, 0, 64 x 64 pixels');
  await give('name,x,y,width,height\nfront,0,0,wide,32');
  await expect(page.getByText('Line 2: width is "wide", and has to be a whole number from 16 to 8192.')).toBeVisible();
  await expect(page.getByRole('button', { name: /^side 0/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: /^wall 2 / })).toBeVisible();
});

test('an output that a smaller picture leaves outside is said, and moved in with one click', async ({ page }) => {
  await makeTwo(page);
  await page.getByRole('tab', { name: 'Tuning' }).click();
  await page.getByLabel('Width, number', { exact: true }).fill('100');
  await page.keyboard.press('Enter');
  await page.getByRole('tab', { name: 'Outputs' }).click();
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  await page.getByRole('button', { name: 'Export the Still' }).click();
  await expect(page.getByText('The output "wall 2" lies outside of the picture.')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Move it in' }).click();
  await expect(page.getByRole('button', { name: 'Move it in' })).toBeHidden();
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations).toEqual([]);
});

test('the frame of an output that has all of the picture lies around it', async ({ page }) => {
  await open(page);
  await page.getByRole('button', { name: 'Add an output' }).click();
  await expect(corner(page, 'wall, place')).toBeVisible();
  const box = (await corner(page, 'wall, place').boundingBox())!;
  const canvas = (await stage(page).boundingBox())!;
  // Its frame lies around the picture, which has this width over height in the middle of the stage.
  expect(box.width / box.height).toBeCloseTo(WIDTH / HEIGHT, 1);
  expect(Math.abs(box.x + box.width / 2 - canvas.x - canvas.width / 2)).toBeLessThan(1.5);
});
