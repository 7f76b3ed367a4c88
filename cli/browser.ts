import { createHash } from 'node:crypto';
import { existsSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';
import { chromium, type Browser, type Page } from 'playwright-core';

/** Where packages of Chromium and Chrome put it, on Linux and macOS. */
const PLACES = [
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser',
  '/usr/bin/google-chrome',
  '/Applications/Google Chrome.app/Contents/MacOS/Google Chrome',
];

const ARGS = [
  '--no-sandbox',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  // Where there is no card, the processor draws.
  '--enable-unsafe-swiftshader',
  '--ignore-gpu-blocklist',
];

/** No such host is asked: all of it is answered here. Browsers trust it as they trust a page of a server with HTTPS. */
const ORIGIN = 'https://calm-lattice.invalid';
const ROOT = path.resolve(import.meta.dirname, '..');
const THREADS = path.join(ROOT, 'src/workers/threads');

/** No browser was found, so nothing can be drawn. */
export class NoBrowser extends Error {
  override readonly name = 'NoBrowser';
  constructor() {
    super(
      'Drawing needs Chromium, and none was found. Install it (Debian: apt-get install chromium), or set CHROMIUM to ' +
        'where it is.',
    );
  }
}

/** The scripts of a page and of the threads that it starts, by the names of their files. */
async function scripts(entry: string): Promise<Map<string, string>> {
  const threads = readdirSync(THREADS).map((file) => path.join(THREADS, file));
  const { outputFiles } = await build({
    entryPoints: [entry, ...threads],
    absWorkingDir: ROOT,
    bundle: true,
    write: false,
    format: 'esm',
    outdir: '/',
    entryNames: '[name]',
    alias: { '@': path.join(ROOT, 'src') },
    // They are asked for in Node.js alone.
    external: ['node:*'],
    define: { 'process.env.NODE_ENV': '"production"' },
    logLevel: 'error',
  });
  return new Map(outputFiles.map((file) => [path.basename(file.path, '.js'), file.text]));
}

/** A hash of all code that draws frames, SHA-256 in hex: where it is the same, frames are. */
export async function drawingCode(): Promise<string> {
  const hash = createHash('sha256');
  for (const [name, text] of [...(await scripts(path.join(ROOT, 'cli/page/frames.ts')))].toSorted())
    hash.update(JSON.stringify([name, text]));
  return hash.digest('hex');
}

/**
 * Opens a page that runs a script of ours in a browser without a window; no server is asked.
 * @throws NoBrowser
 */
export async function openPage(entry: string): Promise<{ page: Page; browser: Browser }> {
  const executablePath = [process.env.CHROMIUM, ...PLACES].find((place) => place && existsSync(place));
  if (!executablePath) throw new NoBrowser();
  const texts = await scripts(path.join(ROOT, entry));
  // Who is asked to end decides what is done before; a browser ends with the pipe to it.
  const left = { handleSIGINT: false, handleSIGTERM: false, handleSIGHUP: false };
  const browser = await chromium.launch({ executablePath, args: ARGS, ...left });
  try {
    return { page: await answeredPage(browser, texts, entry), browser };
  } catch (error) {
    await browser.close();
    throw error;
  }
}

/** A page of a host that is nowhere: all that it asks for is answered here. */
async function answeredPage(browser: Browser, texts: Map<string, string>, entry: string): Promise<Page> {
  const page = await browser.newPage();
  await page.route(`${ORIGIN}/**`, (route) => {
    // Threads are named by the files of their texts.
    const name = path.basename(new URL(route.request().url()).pathname).replace(/\.(ts|js)$/, '');
    const body = texts.get(name);
    return body === undefined
      ? route.fulfill({ contentType: 'text/html', body: '<!doctype html><title>frames</title>' })
      : route.fulfill({ contentType: 'text/javascript', body });
  });
  await page.goto(`${ORIGIN}/`);
  await page.addScriptTag({ url: `/${path.basename(entry, '.ts')}.js`, type: 'module' });
  return page;
}
