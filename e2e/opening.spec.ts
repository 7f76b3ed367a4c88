import { expect, type Browser } from '@playwright/test';
import { STARTERS } from '@/demo';
import { testAlone as test } from './lasting-page';
import { stage, variety, pixelsOf } from './artist';

/**
 * A starter is opened in a browser that has nothing of it: no page that stays loaded, no program compiled. With
 * `EVERY=1` all starters are; else those that took longest.
 */
const IDS = process.env.EVERY
  ? STARTERS.map((s) => s.id)
  : ['tidewater-veil', 'foghorn-trails', 'tow-line', 'glasshouse'];

/** What a page tells of its opening. */
interface Told {
  /** Milliseconds of each long task, and how many of them its calls of the graphics card took. */
  tasks: { task: number; card: number }[];
  /** Calls of the card for which the page waited, with their milliseconds. */
  waits: { call: string; took: number }[];
}

/** Watches the tasks of the page, and how long it waits for the graphics card. */
function watch(): void {
  const told: Told = { tasks: [], waits: [] };
  Object.assign(window, { told });
  const calls: { at: number; took: number }[] = [];
  const proto = WebGL2RenderingContext.prototype as unknown as Record<string, unknown>;
  for (const name of Object.getOwnPropertyNames(proto)) {
    const real = Object.getOwnPropertyDescriptor(proto, name)!.value as unknown;
    if (typeof real !== 'function' || name === 'constructor') continue;
    proto[name] = function (this: WebGL2RenderingContext, ...args: unknown[]) {
      const at = performance.now();
      const result = (real as (...args: unknown[]) => unknown).apply(this, args);
      const took = performance.now() - at;
      if (took > 0.2) calls.push({ at, took });
      if (took > 20) told.waits.push({ call: name, took: Math.round(took) });
      return result;
    };
  }
  new PerformanceObserver((list) => {
    for (const { startTime, duration } of list.getEntries()) {
      const within = calls.filter((c) => c.at >= startTime && c.at < startTime + duration);
      told.tasks.push({ task: duration, card: within.reduce((all, c) => all + c.took, 0) });
    }
  }).observe({ type: 'longtask' });
}

async function opened(browser: Browser, id: string) {
  const { baseURL, viewport } = test.info().project.use;
  const context = await browser.newContext({ baseURL, viewport });
  await context.addInitScript(watch);
  const page = await context.newPage();
  await page.goto('/');
  const { name } = STARTERS.find((s) => s.id === id)!.piece;
  const begin = Date.now();
  const since = () => Date.now() - begin;
  await page
    .getByRole('button')
    .filter({ has: page.getByText(name, { exact: true }) })
    .first()
    .click();
  // Not asked for by its role: the search for roles computes styles of the whole page, as a long task of the page.
  await page.locator('header button', { hasText: 'Checks' }).click();
  await page.getByRole('dialog').waitFor();
  const answers = since();
  await page.keyboard.press('Escape');
  // Until the running picture is there, its still is.
  const still = page.getByAltText('A still of the piece');
  await expect(still.or(page.locator('[data-resting]')).first()).toBeVisible();
  const isStill = await still.isVisible();
  if (isStill) expect(variety(await pixelsOf(page.getByRole('region', { name: 'Stage' })))).toBeGreaterThan(1);
  await expect(still).toBeHidden({ timeout: 120_000 });
  const picture = since();
  expect(variety(await pixelsOf(stage(page)))).toBeGreaterThan(1);
  // What is asked of the card after the first picture: those of the cells.
  const shot = page.getByRole('button', { name: /^Shoot in / }).first();
  await expect.poll(async () => variety(await pixelsOf(shot.locator('canvas')))).toBeGreaterThan(1);
  const told = (await page.evaluate(() => (window as unknown as { told: unknown }).told)) as Told;
  const work = await page.evaluate(fixedWork);
  await context.close();
  return { answers, picture, told, slower: Math.max(1, work / USUAL_WORK) };
}

/** Milliseconds of a fixed piece of work: how quick this machine is at present. */
function fixedWork(): number {
  const begin = performance.now();
  let sum = 0;
  for (let i = 0; i < 2e7; i++) sum += Math.sqrt(i) % 3;
  return sum > 0 ? performance.now() - begin : 0;
}

/** Milliseconds of the fixed piece of work on the machine for which the budget is meant. */
const USUAL_WORK = 220;

for (const id of IDS)
  test(`${id} opens in a fresh browser without holding the page`, async ({ browser }) => {
    const { answers, picture, told, slower } = await opened(browser, id);
    const longest = Math.max(0, ...told.tasks.map((t) => t.task));
    const own = Math.max(0, ...told.tasks.map((t) => t.task - t.card));
    const waited = Math.max(0, ...told.waits.map((w) => w.took));
    console.log(
      [
        `${id}: answers after ${answers} ms`,
        `first picture after ${picture} ms`,
        `longest task ${Math.round(longest)} ms, ${Math.round(own)} without the card`,
        `longest wait for the card ${waited} ms`,
        `this machine: ${slower.toFixed(1)} times slower than usual`,
      ].join('; '),
    );
    // The budget of 200 ms is printed. A machine with other things to do holds any task up, so what is asserted is that
    // no task takes seconds, as they did while the page waited for programs to be linked.
    expect(waited, JSON.stringify(told.waits)).toBeLessThan(1000 * slower);
    expect(own, JSON.stringify(told.tasks)).toBeLessThan(2000 * slower);
  });
