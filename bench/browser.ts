import { spawn } from 'node:child_process';
import path from 'node:path';
import { build } from 'esbuild';
import { chromium } from '@playwright/test';
import { setLoop, setPicture } from '@/core/piece/edit';
import { STARTERS } from '@/demo';
import { CHROMIUM } from '../playwright.config';
import { fieldLines } from './fields';
import { finishLines } from './finish';
import { pageWeightLines } from './page-weight';
import type { Line } from './tools';
import { vertexLines } from './vertices';

const PORT = 3219;
/** Frames that the export is timed over. */
const FRAMES = 24;

async function bundle(entry: string, globalName: string): Promise<string> {
  const result = await build({
    entryPoints: [path.resolve(entry)],
    bundle: true,
    write: false,
    format: 'iife',
    globalName,
    alias: { '@': path.resolve('src') },
    logLevel: 'error',
  });
  return result.outputFiles[0]!.text;
}

/** What the page of the benchmark gives back: milliseconds. */
interface Times {
  generated: number;
  written: number;
  bare: number;
  taken: number;
}

/** (b), (d) and (e): in headless Chromium, each against its baseline in the same page. */
export async function browserLines(): Promise<Line[]> {
  const server = spawn('node', ['scripts/serve.mjs'], {
    stdio: 'ignore',
    detached: true,
    env: { ...process.env, PORT: String(PORT) },
  });
  const browser = await chromium.launch(CHROMIUM);
  try {
    const page = await browser.newPage({ bypassCSP: true });
    for (let i = 0; i < 60; i++) {
      if (await page.goto(`http://localhost:${PORT}/api/starters`).catch(() => null)) break;
      await new Promise((resolve) => setTimeout(resolve, 500));
    }
    await page.addScriptTag({ content: await bundle('bench/page.ts', 'bench') });
    await page.addScriptTag({ content: await bundle('bench/fields-page.ts', 'fields') });
    await page.addScriptTag({ content: await bundle('bench/vertex-page.ts', 'vertices') });
    await page.addScriptTag({ content: await bundle('bench/frames-page.ts', 'frames') });
    await page.addScriptTag({ content: await bundle('bench/finish-page.ts', 'finishes') });
    const piece = setLoop(setPicture(STARTERS[0]!.piece, { width: 480, height: 270 }), { frames: FRAMES });
    const times = (await page.evaluate(
      ([p, frames]) =>
        (
          window as unknown as { bench: { measure: (piece: unknown, frames: unknown) => Promise<Times> } }
        ).bench.measure(p, frames),
      [piece, FRAMES] as const,
    )) as Times;
    const weights = await pageWeightLines(browser, `http://localhost:${PORT}/`);
    return [
      ...weights,
      {
        name: '(b) frame time of the woven shader against one written by hand',
        ratio: times.generated / times.written,
        target: 'at most 1.15',
        ok: times.generated / times.written <= 1.15,
        detail: `${times.generated.toFixed(0)} against ${times.written.toFixed(0)} ms at 480 x 270`,
      },
      {
        name: '(d) export frames a second against the bare render loop',
        ratio: times.bare / times.taken,
        target: 'at least 0.6',
        ok: times.bare / times.taken >= 0.6,
        detail:
          `${((FRAMES / times.taken) * 1000).toFixed(2)} against ` +
          `${((FRAMES / times.bare) * 1000).toFixed(2)} frames a second at 480 x 270`,
      },
      ...(await fieldLines(page)),
      ...(await vertexLines(page)),
      ...(await finishLines(page)),
    ];
  } finally {
    await browser.close();
    if (server.pid) process.kill(-server.pid);
  }
}
