import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';
import { toEncoded, toLinear } from '@/core/colour';
import { control, by, from, piece, strand } from '@/demo/build';
import { difference, inWorkbench, openPiece, seam, settled, stage } from './artist';
import { test } from './lasting-page';
import { framesOf } from './pictures';

/** A flat colour, lit by a control and by moments, with two looks. */
const lamps = () =>
  piece(
    'Lamps',
    '',
    [
      strand(
        'signal',
        'hits',
        ['moments', { moments: [{ at: 0.5, value: 1, ease: 'held' }] }],
        ['envelope', { attack: 0, decay: 0.2 }],
      ),
      strand(
        'finish',
        'out',
        ['paint', { colour: '#406080' }],
        ['exposure', { stops: by('light', [-3, 1]) }],
        ['exposure', { stops: from('hits') }],
      ),
    ],
    {
      picture: { width: 96, height: 54, background: '#000000' },
      loop: { frames: 48, rate: 24, play: 'loop' },
      controls: [control('light', 0.2), control('spare', 0.5)],
      looks: [
        { id: 'l1', name: 'dim', values: { light: 0, spare: 0.5 } },
        { id: 'l2', name: 'full', values: { light: 1, spare: 0.5 } },
      ],
    },
  );

async function rehearse(page: Page): Promise<void> {
  await openPiece(page, lamps());
  await inWorkbench(page);
  await page.keyboard.press('p');
  await expect(page.getByRole('region', { name: 'Trigger keys' })).toBeVisible();
}

const light = (page: Page) => page.getByRole('slider', { name: 'light', exact: true });

test('in a rehearsal a controller plays the picture: faders, keys, looks, and back again', async ({ page }) => {
  await rehearse(page);
  await page.getByRole('button', { name: 'Simulated controller' }).click();
  const before = await settled(stage(page));
  // The first fader is the first number of the desk, by keyboard as well.
  await page.getByRole('slider', { name: 'Fader 1' }).press('End');
  await expect(light(page)).toHaveAttribute('aria-valuenow', '1');
  expect(difference(before, await settled(stage(page)))).toBeGreaterThan(5);

  // Another fader is learnt, and then it is that one.
  await page.getByRole('button', { name: 'Learn what drives light' }).click();
  await page.getByRole('slider', { name: 'Fader 5' }).press('Home');
  await page.getByRole('slider', { name: 'Fader 5' }).press('PageUp');
  await expect(page.getByRole('button', { name: 'fader 5' })).toBeVisible();
  await expect(light(page)).not.toHaveAttribute('aria-valuenow', '1');

  // A moment is triggered with a key where the playhead stands; that is one entry of the history.
  const dark = await settled(stage(page));
  await page.keyboard.press('1');
  expect(difference(dark, await settled(stage(page)))).toBeGreaterThan(1);
  await page.keyboard.press('Control+z');
  expect(difference(dark, await settled(stage(page)))).toBe(0);
  await page.getByRole('button', { name: 'Controller key 1: hits' }).click();
  expect(difference(dark, await settled(stage(page)))).toBeGreaterThan(1);
  await expect(page.getByRole('button', { name: 'Key 2, without moments' })).toBeDisabled();

  // A look is gone over to in time, and panic puts all back.
  await page.getByLabel('Seconds over which looks go over into each other').fill('0.3');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'full', exact: true }).click();
  await expect(light(page)).toHaveAttribute('aria-valuenow', '1');
  await page.getByRole('button', { name: 'Panic' }).click();
  await expect(light(page)).toHaveAttribute('aria-valuenow', '0.2');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: 'Lattice' })).toBeVisible();
  await expect(seam(page)).toHaveText(/^closes/);
});

test('the pointer over the picture is learnt and plays; what a controller played is in the loop as keys', async ({
  page,
}) => {
  await rehearse(page);
  await page.getByRole('button', { name: 'Learn what drives light' }).click();
  const box = (await stage(page).boundingBox())!;
  const y = box.y + box.height / 2;
  await page.mouse.move(box.x + box.width * 0.4, y);
  await page.mouse.move(box.x + box.width * 0.7, y, { steps: 6 });
  await expect(page.getByRole('button', { name: 'pointer x' })).toBeVisible();
  const lit = async () => Number(await light(page).getAttribute('aria-valuenow'));
  await expect.poll(lit).toBeGreaterThan(0.6 * Number(await light(page).getAttribute('aria-valuemax')));
  const right = await lit();
  await page.mouse.move(box.x + box.width * 0.3, y, { steps: 3 });
  await expect.poll(lit).toBeLessThan(right - 0.2);
  await page.getByRole('button', { name: 'pointer x' }).click();
  await expect(page.getByRole('button', { name: 'pointer x' })).toBeHidden();

  // Recorded from the simulated controller, however many passes that takes here: it ends on what was moved last.
  await page.getByRole('button', { name: 'Simulated controller' }).click();
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await page.getByRole('slider', { name: 'Fader 1' }).press('End');
  await expect(page.getByText(/^frame [1-4]\d of 48/)).toBeVisible();
  await page.getByRole('slider', { name: 'Fader 1' }).press('Home');
  await page.getByRole('button', { name: 'End and write keys' }).click();
  await expect(page.getByText(/has \d+ keys, within .* 1 parameter follows it/)).toBeVisible();
  await page.getByRole('button', { name: 'Back to the workbench' }).click();
  await page.getByRole('tab', { name: /^Desk/ }).click();
  await expect(page.getByRole('slider', { name: /^Key \d+ of .+ at frame \d+/ }).first()).toBeVisible();
  await expect(seam(page)).toHaveText(/^closes/);
});

test('frames are exported as the simulated controller played them, also after a reload', async ({ page }) => {
  const bare = piece(
    'Lamp',
    '',
    [strand('finish', 'out', ['paint', { colour: '#808080' }], ['exposure', { stops: by('light', [-3, 1]) }])],
    {
      picture: { width: 32, height: 18, background: '#000000' },
      // Slow enough that each key is pressed where it is wanted, whatever else the machine does.
      loop: { frames: 48, rate: 8, play: 'loop' },
      controls: [control('light', 0.2)],
    },
  );
  await openPiece(page, bare);
  await inWorkbench(page);
  await page.keyboard.press('p');
  await page.getByRole('button', { name: 'Simulated controller' }).click();
  // What is on the screen while it is played: where the control stands at each frame.
  await page.evaluate(() => {
    const seen: [number, number][] = [];
    Object.assign(window, { seen });
    const look = () => {
      const shown = [...document.querySelectorAll('p')].find((p) => p.textContent.startsWith('frame '));
      const frame = /frame (\d+) of/.exec(shown?.textContent ?? '')?.[1];
      const light = document.querySelector('[role=slider][aria-label=light]')?.getAttribute('aria-valuenow');
      if (frame && light) seen.push([Number(frame), Number(light)]);
      requestAnimationFrame(look);
    };
    look();
  });
  const fader = page.getByRole('slider', { name: 'Fader 1' });
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  for (const [key, tens] of [
    ['End', 1],
    ['Home', 2],
    ['PageUp', 3],
    ['End', 4],
    ['Home', 0],
  ] as const) {
    await expect(page.getByText(new RegExp(`^frame ${tens || ''}\\d of 48`))).toBeVisible();
    await fader.press(key);
  }
  await page.getByRole('button', { name: 'End and write keys' }).click();
  await expect(page.getByText(/has \d+ keys, within 0\.\d % of what was played; 1 parameter follows it/)).toBeVisible();
  const seen = await page.evaluate(() => (window as unknown as { seen: [number, number][] }).seen);
  await page.getByRole('button', { name: 'Back to the workbench' }).click();
  const frames = await framesOf(page);
  // The last pass counts. Frames that passed unseen between two looks were played with what stood at either of them.
  const played = new Map<number, number[]>();
  let [shown, stood] = seen[0]!;
  for (const [frame, light] of seen) {
    if (frame === shown) played.set(frame, [...(played.get(frame) ?? []), light]);
    while (shown !== frame) played.set((shown = (shown + 1) % 48), shown === frame ? [light] : [stood, light]);
    stood = light;
  }
  const shade = (light: number) => 255 * toEncoded(toLinear(128 / 255) * 2 ** (-3 + 4 * light));
  const free = frames.slice(1, Math.floor(0.92 * 48) - 1);
  for (const [i, { data }] of free.entries()) {
    // A frame may have been on the screen with what the one beside it was played with.
    const near = [i, i + 1, i + 2].flatMap((frame) => played.get(frame)!).map(shade);
    expect(data[0], `frame ${i + 1}`).toBeGreaterThanOrEqual(Math.min(...near) - 3);
    expect(data[0], `frame ${i + 1}`).toBeLessThanOrEqual(Math.max(...near) + 3);
  }
  expect(new Set(free.map(({ data }) => data[0])).size).toBeGreaterThan(1);
  await page.reload();
  await inWorkbench(page);
  const again = await framesOf(page);
  expect(again.map(({ data }) => data.toString('base64'))).toEqual(frames.map(({ data }) => data.toString('base64')));
});

test('a second window shows the picture alone, and where there are no moments they are offered', async ({ page }) => {
  const bare = lamps();
  await openPiece(page, { ...bare, strands: [{ ...bare.strands[1]!, steps: bare.strands[1]!.steps.slice(0, 2) }] });
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Rehearse' }).click();
  const [other] = await Promise.all([
    page.waitForEvent('popup'),
    page.getByRole('button', { name: 'Second window' }).click(),
  ]);
  const size = () =>
    other.evaluate(() => {
      const video = document.querySelector('video');
      return video && video.readyState >= 2 ? [video.videoWidth, video.videoHeight] : null;
    });
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(size).not.toBeNull();
  const [width, height] = (await size())!;
  expect(width! / height!).toBeCloseTo(96 / 54, 1);
  await page.getByRole('button', { name: 'Add a signal of moments' }).click();
  await expect(page.getByRole('button', { name: 'Trigger hits (1)' })).toBeVisible();
  // A made-up microphone plays a control, as loud as its sound is.
  await page.getByLabel('What the microphone drives').selectOption('light');
  const still = await light(page).getAttribute('aria-valuenow');
  await page.getByLabel('What the microphone hears').selectOption({ index: 2 });
  await expect(page.getByRole('meter', { name: 'Level of the microphone' })).toBeVisible();
  await expect(light(page)).not.toHaveAttribute('aria-valuenow', still!);
  await page.getByLabel('What the microphone hears').selectOption('');
  await expect(page.getByRole('meter')).toBeHidden();
  await page.getByRole('button', { name: 'Simulated controller' }).click();
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual([]);
});
