import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer, { type Browser, type Page } from 'puppeteer-core';
import { CHROMIUM } from '../../playwright.config';

/** Two browser engines, driven in the same words. */

export const PORT = 3219;
const DISPLAY = ':97';
const VIEWPORT = { width: 1280, height: 800 };

/** Milliseconds between two looks at a page, and after which what is waited for does not come. */
const PAUSE = 150;
const PATIENCE = 60_000;

export interface Engine {
  name: string;
  browser: Browser;
  page: Page;
  /** Where exported files go. */
  downloads: string;
}

/** Asks again until there is an answer. @throws saying what did not come */
export async function until<T>(what: string, look: () => Promise<T | null | undefined | false>): Promise<T> {
  for (const end = Date.now() + PATIENCE; Date.now() < end; await new Promise((done) => setTimeout(done, PAUSE))) {
    const found = await look();
    if (found) return found;
  }
  throw new Error(`It did not come: ${what}.`);
}

/** The program, and a screen that nobody sees: Firefox draws with WebGL on a screen alone. @returns what ends them */
export async function beginAll(): Promise<() => void> {
  const begun: ChildProcess[] = [
    spawn('node', ['scripts/serve.mjs'], { env: { ...process.env, PORT: String(PORT) }, stdio: 'ignore' }),
    spawn('Xvfb', [DISPLAY, '-screen', '0', '1400x1000x24'], { stdio: 'ignore' }),
  ];
  await until('the program', () =>
    fetch(`http://localhost:${PORT}`).then(
      (r) => r.ok,
      () => false,
    ),
  );
  return () => begun.forEach((child) => child.kill());
}

export async function openFirefox(): Promise<Engine> {
  const downloads = mkdtempSync(join(tmpdir(), 'firefox-'));
  const browser = await puppeteer.launch({
    browser: 'firefox',
    executablePath: process.env.FIREFOX ?? '/usr/bin/firefox-esr',
    headless: false,
    env: { ...process.env, DISPLAY, LIBGL_ALWAYS_SOFTWARE: '1' },
    extraPrefsFirefox: {
      'webgl.force-enabled': true,
      'browser.download.folderList': 2,
      'browser.download.dir': downloads,
      'browser.download.alwaysOpenPanel': false,
      'browser.helperApps.neverAsk.saveToDisk': 'application/zip,application/json,image/png,video/webm,video/mp4',
    },
  });
  return opened('firefox', browser, downloads);
}

export async function openChromium(): Promise<Engine> {
  const downloads = mkdtempSync(join(tmpdir(), 'chromium-'));
  const { executablePath, args } = CHROMIUM;
  const browser = await puppeteer.launch({
    executablePath,
    args,
    downloadBehavior: { policy: 'allow', downloadPath: downloads },
  });
  return opened('chromium', browser, downloads);
}

async function opened(name: string, browser: Browser, downloads: string): Promise<Engine> {
  const page = await browser.newPage();
  await page.setViewport(VIEWPORT);
  return { name, browser, page, downloads };
}

/** Presses the button that has this name or text. */
export const press = (engine: Engine, name: string): Promise<void> =>
  pressed(engine, `//button[normalize-space()="${name}" or @aria-label="${name}"]`);

/** Takes an item of a menu that is open. */
export const pickItem = (engine: Engine, name: string): Promise<void> =>
  pressed(engine, `//*[@role="menuitem" and starts-with(normalize-space(), "${name}")]`);

const pressed = ({ page }: Engine, path: string) => page.locator(`::-p-xpath(${path})`).setTimeout(PATIENCE).click();

/** Types a number into its field. */
export async function setNumber({ page }: Engine, name: string, value: number): Promise<void> {
  const field = `input[aria-label="${name}, number"]`;
  await page.locator(field).fill(String(value));
  await page.focus(field);
  await page.keyboard.press('Enter');
}

/** Opens the list of steps by a key, and takes what is found by words. */
export async function choose({ page }: Engine, key: string, words: string): Promise<void> {
  await page.keyboard.press(key as 'n');
  const field = 'input[placeholder^="Type to search"]';
  await page.waitForSelector(field, { timeout: PATIENCE });
  await until('the list has the keyboard', () =>
    page.evaluate((selector) => document.activeElement === document.querySelector(selector), field),
  );
  await page.keyboard.type(words);
  await page.waitForSelector('[cmdk-item]');
  await page.keyboard.press('Enter');
  await page.waitForSelector(field, { hidden: true, timeout: PATIENCE });
}

/** What the page says somewhere. */
export const says = ({ page }: Engine, words: string) =>
  until(`"${words}"`, () => page.evaluate((text) => document.body.innerText.includes(text), words));

/** Waits until the stage rests. @returns its picture as a PNG */
export async function picture({ page }: Engine): Promise<Buffer> {
  await until('the picture', () =>
    page.evaluate(
      () =>
        new Promise<boolean>((done) => {
          const rests = () => document.querySelector('[role=application]')?.hasAttribute('data-resting') ?? false;
          const first = rests();
          requestAnimationFrame(() => requestAnimationFrame(() => done(first && rests())));
        }),
    ),
  );
  const stage = await page.waitForSelector('[role=application]');
  return Buffer.from(await stage!.screenshot());
}

/** Takes something away. @returns the file */
export async function taken(engine: Engine, what: string): Promise<Buffer> {
  const before = new Set(readdirSync(engine.downloads));
  await press(engine, `Export the ${what}`);
  const name = await until('the file', async () =>
    readdirSync(engine.downloads).find((f) => !before.has(f) && !/\.(part|crdownload|tmp)$/.test(f)),
  );
  const path = join(engine.downloads, name);
  // It is there before all of it is.
  let size = -1;
  await until('all of the file', async () => {
    const { length } = readFileSync(path);
    const whole = length > 0 && length === size;
    size = length;
    return whole;
  });
  return readFileSync(path);
}
