import { PNG } from 'pngjs';
import { unzippedFrames } from '../artist';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  beginAll,
  choose,
  openChromium,
  openFirefox,
  pickItem,
  picture,
  PORT,
  press,
  says,
  setNumber,
  taken,
  until,
} from './engines';
import type { Engine } from './engines';

/** Bytes of 255 by which frames of two engines may differ on average: each rounds and smooths in its own way. */
const TOLERANCE = 1;

const FRAMES = 6;

/** Builds the first loop from blank, by keys: a ball in the light, pushed by noise. */
async function build(engine: Engine): Promise<void> {
  const { page } = engine;
  await page.goto(`http://localhost:${PORT}/`);
  await page.locator('::-p-xpath(//button[starts-with(normalize-space(), "Start blank")])').click();
  await page.waitForSelector('[data-lattice]');
  for (const [name, value] of [
    ['Width', 160],
    ['Height', 90],
    ['Length', FRAMES],
  ] as const)
    await setNumber(engine, name, value);
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await choose(engine, 'n', 'ball');
  await choose(engine, 'a', 'push');
  await setNumber(engine, 'Amount', 0.3);
  await choose(engine, 'n', 'lit');
  await choose(engine, 'n', 'camera');
  await choose(engine, 'a', 'place');
  await choose(engine, 'a', 'sun');
  await choose(engine, 'n', 'shoot');
  await page.locator('[data-cell="s1/t2"]').click();
  await press(engine, 'Link Field');
  await pickItem(engine, 'New field here');
  await page.waitForSelector('input[placeholder^="Type to search"]');
  await page.keyboard.type('noise');
  await page.waitForSelector('[cmdk-item]');
  await page.keyboard.press('Enter');
  await says(engine, 'closes');
}

const decoded = (file: Uint8Array) => PNG.sync.read(Buffer.from(file));

function difference(a: PNG, b: PNG): number {
  expect([a.width, a.height]).toEqual([b.width, b.height]);
  return a.data.reduce((sum, v, i) => sum + Math.abs(v - b.data[i]!), 0) / a.data.length;
}

async function framesOf(engine: Engine): Promise<PNG[]> {
  await press(engine, 'Export');
  const files = unzippedFrames(Buffer.from(await taken(engine, 'Frames')));
  return Object.keys(files)
    .sort()
    .map((name) => decoded(files[name]!));
}

describe('a second browser engine', () => {
  let end: () => void;
  let firefox: Engine;
  let chromium: Engine;

  beforeAll(async () => {
    end = await beginAll();
    [firefox, chromium] = [await openFirefox(), await openChromium()];
  });
  afterAll(async () => {
    await firefox?.browser.close();
    await chromium?.browser.close();
    end?.();
  });

  it('builds the first loop, plays it, and comes back to the frame it began with', async () => {
    await build(firefox);
    const begin = decoded(await picture(firefox));
    await press(firefox, 'One frame on');
    await press(firefox, 'One frame on');
    const later = decoded(await picture(firefox));
    expect(difference(begin, later)).toBeGreaterThan(0.1);
    await press(firefox, 'Play');
    await press(firefox, 'Pause');
    await press(firefox, 'To the first frame');
    expect(difference(begin, decoded(await picture(firefox)))).toBe(0);
  });

  it('exports the frames that the first engine exports', async () => {
    await build(chromium);
    const [here, there] = [await framesOf(firefox), await framesOf(chromium)];
    expect(here).toHaveLength(FRAMES);
    expect(there).toHaveLength(FRAMES);
    here.forEach((frame, i) => expect(difference(frame, there[i]!), `frame ${i}`).toBeLessThan(TOLERANCE));
    expect(difference(here[0]!, here[FRAMES / 2]!)).toBeGreaterThan(0.1);
  });

  it('says in words which films it cannot write, and writes the others', async () => {
    for (const film of ['WebM', 'MP4']) {
      // Each is offered once the browser has answered that it can encode it, or said to be none that it can.
      const state = () =>
        firefox.page.evaluate((name) => {
          const button = document.querySelector<HTMLButtonElement>(`button[aria-label="${name}"]`);
          if (!button) return null;
          if (!button.disabled) return 'offered';
          return button.closest('li')!.innerText.includes('This browser cannot encode it') ? 'refused' : null;
        }, `Export the ${film}`);
      const answer = await until(`an answer for ${film}`, state);
      console.log(`${film}: ${answer}`);
      if (answer === 'offered') expect((await taken(firefox, film)).length).toBeGreaterThan(500);
    }
  });
});
