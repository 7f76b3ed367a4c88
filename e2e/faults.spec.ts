import { chromium, expect, type BrowserContext, type Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writePiece } from '@/core/formats/write-piece';
import { piece, strand, from, control, by } from '@/demo/build';
import { setLoop } from '@/core/piece/edit';
import { CHROMIUM } from '../playwright.config';
import {
  difference,
  goToFrame,
  inWorkbench,
  loseCard,
  openFile,
  openPiece,
  setNumber,
  settled,
  stage,
  taken,
  unzippedFrames,
} from './artist';
import { disc } from './pictures';
import { testAlone as test } from './lasting-page';

/** Minutes that each of the long parts goes on for: `npm run faults -- --minutes 20`. Without them they are short. */
const MINUTES = Number(process.env.FAULTS_MINUTES ?? 0);
const LONG = MINUTES > 0;
const SEED = Number(process.env.FAULTS_SEED ?? 1);

/** A small generator: the same seed gives the same run. */
function chance(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 4294967296;
  };
}

/** A piece whose one number says how far the work on it has come. */
const counting = () =>
  piece(
    'Counting',
    '',
    [
      strand('field', 'height', ['position'], ['noise', { scale: by('turns', [0, 4]) }]),
      strand('field', 'count', ['from', { value: 0 }]),
      strand('finish', 'out', ['paint', { colour: from('height') }]),
    ],
    {
      picture: { width: 64, height: 36, background: '#000000' },
      loop: { frames: 24, rate: 24, play: 'loop' },
      controls: [control('turns', 0.5)],
    },
  );

/** Opens the piece of that name from the shelf. */
async function openCounting(page: Page): Promise<void> {
  await page.goto('/');
  // A backup that was restored is beside it, and older: the latest is first.
  await page.getByRole('button', { name: 'Open Counting', exact: true }).first().click();
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Take from in count' }).click();
}
const counted = async (page: Page) => Number(await page.getByLabel('Value, number', { exact: true }).inputValue());

/** All that was kept when the work began. */
let backup: Buffer;

/** What the page is at when its browser is killed; none of it waits for an end. */
const AT_WORK: Record<string, (page: Page, context: BrowserContext) => Promise<unknown>> = {
  editing: async () => undefined,
  recording: async (page) => {
    await page.getByRole('tab', { name: 'Desk' }).click();
    await page.getByRole('button', { name: 'Record', exact: true }).click();
    await page.getByRole('slider', { name: 'turns' }).press('ArrowRight');
  },
  importing: async (_, context) => {
    const other = await context.newPage();
    await openFile(other, { ...counting(), name: 'Other' });
  },
  restoring: async (_, context) => {
    const other = await context.newPage();
    await other.goto('/');
    await other
      .getByLabel('Piece file')
      .setInputFiles({ name: 'all.zip', mimeType: 'application/zip', buffer: backup });
  },
  exporting: async (page) => {
    await page.getByRole('button', { name: 'Export' }).click();
    await page.getByRole('button', { name: 'Export the Frames' }).click();
  },
};

test('a browser that is killed at work loses nothing that was said to be kept', async () => {
  test.setTimeout(180_000 + 60_000 * MINUTES);
  const { baseURL, viewport } = test.info().project.use;
  const home = mkdtempSync(join(tmpdir(), 'faults-'));
  const end = Date.now() + 60_000 * MINUTES;
  const random = chance(SEED);
  const open = () => chromium.launchPersistentContext(home, { ...CHROMIUM, baseURL, viewport, acceptDownloads: true });
  let context = await open();
  let page = context.pages()[0] ?? (await context.newPage());
  await openFile(page, writePiece(counting()));
  await inWorkbench(page);
  await expect(page.getByText(/^saved \d/)).toBeVisible();
  await page.goto('/');
  backup = (await taken(page, () => page.getByRole('button', { name: /^Back up/ }).click())).bytes;
  let kills = 0;
  let kept = 0;
  try {
    for (let round = 0; LONG ? Date.now() < end : round < 5; round++) {
      await openCounting(page);
      const at = await counted(page);
      expect(at, `after ${kills} kills`).toBeGreaterThanOrEqual(kept);
      await setNumber(page, 'Value', at + 1);
      await expect(page.getByText(/^saving/)).toBeHidden();
      await expect(page.getByText(/^saved \d/)).toBeVisible();
      kept = at + 1;
      const names = Object.keys(AT_WORK);
      await AT_WORK[names[LONG ? Math.floor(random() * names.length) : round]!]!(page, context).catch(() => undefined);
      // At whatever moment: what is waited for here is none of the page's.
      await new Promise((kill) => setTimeout(kill, 600 * random() ** 2));
      execFileSync('pkill', ['-KILL', '-f', home]);
      kills++;
      await context.close().catch(() => undefined);
      context = await open();
      page = context.pages()[0] ?? (await context.newPage());
    }
    await openCounting(page);
    expect(await counted(page)).toBeGreaterThanOrEqual(kept);
  } finally {
    await context.close().catch(() => undefined);
    rmSync(home, { recursive: true, force: true });
  }
  console.log(`${kills} kills of the browser, ${kept} edits kept, none lost`);
});

/** What goes on when the graphics card is lost. */
const LOST_AT: Record<string, { begin: (page: Page) => Promise<unknown>; end?: (page: Page) => Promise<unknown> }> = {
  measuring: {
    begin: async (page) => {
      await page.getByRole('button', { name: 'Echo in out' }).click();
      await setNumber(page, 'Remains', 0.6);
    },
    end: (page) => setNumber(page, 'Remains', 0.7),
  },
  settling: { begin: (page) => page.getByRole('slider', { name: 'Playhead' }).press('Home') },
  playing: {
    begin: (page) => page.getByRole('button', { name: 'Play', exact: true }).click(),
    end: (page) => page.getByRole('button', { name: 'Pause' }).click(),
  },
  rehearsing: {
    begin: (page) => page.getByRole('button', { name: 'Rehearse' }).click(),
    end: (page) => page.getByRole('button', { name: 'Back to the workbench' }).click(),
  },
};

test('a graphics card that is lost at work comes back with the same picture', async ({ page }) => {
  test.setTimeout(180_000 + 60_000 * MINUTES);
  const echo = disc([
    ['place', { by: [0.3, 0, 0], size: 0.3, beyond: 'held' }],
    ['place', { turns: 1, beyond: 'held' }],
    ['echo', { fade: 0.7 }],
  ]);
  // All cards of the page, those that nothing is seen of as well.
  await page.addInitScript(() => {
    const cards: WebGL2RenderingContext[] = [];
    Object.assign(window, { cards });
    for (const { prototype } of [HTMLCanvasElement, OffscreenCanvas]) {
      const real = prototype.getContext as (...args: unknown[]) => unknown;
      Object.assign(prototype, {
        getContext(this: unknown, ...args: unknown[]) {
          const made = real.apply(this, args);
          if (made instanceof WebGL2RenderingContext) cards.push(made);
          return made;
        },
      });
    }
  });
  await openPiece(page, setLoop(echo, { frames: 48 }));
  await inWorkbench(page);
  await goToFrame(page, 5);
  const before = await settled(stage(page));
  for (let time = 0; time < (LONG ? 10 : 1); time++)
    for (const [what, { begin, end }] of Object.entries(LOST_AT)) {
      await begin(page);
      await loseCard(page);
      await end?.(page);
      await goToFrame(page, 5);
      expect(difference(before, await settled(stage(page))), `${what}, ${time + 1}`).toBeLessThan(0.02);
    }
  // What is exported is drawn on a card of its own: it says so, and can be taken again.
  await page.getByRole('button', { name: 'Export' }).click();
  for (let time = 0; time < (LONG ? 10 : 1); time++) {
    const known = await page.evaluate(() => (window as unknown as { cards: unknown[] }).cards.length);
    await page.getByRole('button', { name: 'Export the Frames' }).click();
    await page.evaluate(async (count) => {
      const { cards } = window as unknown as { cards: WebGL2RenderingContext[] };
      while (cards.length === count) await new Promise((done) => setTimeout(done, 5));
      cards.at(-1)!.getExtension('WEBGL_lose_context')!.loseContext();
    }, known);
    await expect(page.getByText(/The graphics card was lost (at frame|while drawing)/).first()).toBeVisible();
    const { bytes } = await taken(page, () => page.getByRole('button', { name: 'Export the Frames' }).click());
    expect(Object.keys(unzippedFrames(bytes))).toHaveLength(48);
  }
});

test('hundreds of edits are undone and done again, each exactly', async ({ page }) => {
  const count = LONG ? 500 : 60;
  await openPiece(page, counting());
  await inWorkbench(page);
  await page.getByRole('tab', { name: 'Desk' }).click();
  const field = page.getByLabel('turns, value', { exact: true });
  await expect(field).toBeVisible();
  const values = await page.evaluate(async (times) => {
    const button = (name: string) =>
      [...document.querySelectorAll('button')].find((b) => (b.ariaLabel ?? b.textContent) === name)!;
    const read = async () => {
      await new Promise(requestAnimationFrame);
      await new Promise((done) => setTimeout(done));
      return document.querySelector<HTMLInputElement>('[aria-label="turns, value"]')!.value;
    };
    const press = async (name: string) => {
      const all: string[] = [];
      for (let i = 0; i < times; i++) {
        all.push(await read());
        button(name).click();
      }
      return [...all, await read()];
    };
    return { forth: await press('Vary'), back: await press('Undo'), again: await press('Redo') };
  }, count);
  expect(new Set(values.forth).size, 'each edit changes it').toBeGreaterThan(count / 2);
  expect(values.back).toEqual([...values.forth].reverse());
  expect(values.again).toEqual(values.forth);
});
