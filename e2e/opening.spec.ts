import { expect, type Browser } from '@playwright/test';
import { STARTERS } from '@/demo';
import { testAlone as test } from './lasting-page';

/** What a page tells of its opening. */
interface Told {
  /** Milliseconds of each long task, and how many of them its calls of the graphics card took. */
  tasks: { task: number; card: number }[];
  /** Programs that were used, or asked for what only a linked one has, before they were ready. */
  early: string[];
}

/** Watches the tasks of the page, and what it asks of the graphics card. */
function watch(): void {
  const told: Told = { tasks: [], early: [] };
  Object.assign(window, { told });
  const calls: { at: number; took: number }[] = [];
  const proto = WebGL2RenderingContext.prototype as unknown as Record<string, unknown>;
  for (const name of Object.getOwnPropertyNames(proto)) {
    const found = Object.getOwnPropertyDescriptor(proto, name)!;
    if (typeof found.value !== 'function' || name === 'constructor') continue;
    const real = found.value as (...args: unknown[]) => unknown;
    proto[name] = function (this: WebGL2RenderingContext, ...args: unknown[]) {
      const at = performance.now();
      const result = real.apply(this, args);
      const took = performance.now() - at;
      if (took > 0.2) calls.push({ at, took });
      if (took > 40)
        told.early.push(
          `${name} ${performance.now() | 0} waits ${Math.round(took)} ms ${new Error().stack
            ?.split('\n')
            .slice(2, 16)
            .map((l) => l.trim().replace(/http.*chunks./, '').slice(0, 40))
            .join(' < ')}`,
        );
      return result;
    };
  }
  new PerformanceObserver((list) => {
    for (const { startTime, duration } of list.getEntries())
      told.tasks.push({
        task: duration,
        card: calls.filter((c) => c.at >= startTime && c.at < startTime + duration).reduce((sum, c) => sum + c.took, 0),
      });
  }).observe({ type: 'longtask' });
  new PerformanceObserver((list) => {
    for (const e of list.getEntries() as any[])
      if (e.duration > 400)
        console.log(
          'LOAF',
          JSON.stringify({
            start: Math.round(e.startTime),
            dur: Math.round(e.duration),
            render: Math.round(e.renderStart - e.startTime),
            style: Math.round(e.styleAndLayoutStart - e.startTime),
            scripts: e.scripts.map((s: any) => [
              s.invoker.slice(0, 40),
              Math.round(s.startTime - e.startTime),
              Math.round(s.duration),
              s.sourceFunctionName,
            ]),
          }),
        );
  }).observe({ type: 'long-animation-frame' });
}

async function opened(browser: Browser, id: string) {
  const context = await browser.newContext({
    baseURL: test.info().project.use.baseURL,
    viewport: { width: 1280, height: 800 },
  });
  await context.addInitScript(watch);
  const page = await context.newPage();
  page.on('console', (m) => console.log(m.text().slice(0, 300)));
  page.on('pageerror', (e) => console.log('PAGEERROR', e.message, e.stack?.slice(0, 400)));
  await page.goto('/');
  const { name } = STARTERS.find((s) => s.id === id)!.piece;
  const begin = Date.now();
  await page
    .getByRole('button')
    .filter({ has: page.getByText(name, { exact: true }) })
    .first()
    .click();
  await page.getByRole('region', { name: 'Lattice' }).waitFor({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Checks', exact: true }).click();
  await page.getByRole('dialog').waitFor();
  const answer = Date.now() - begin;
  await page.keyboard.press('Escape');
  await page.locator('[data-resting]').first().waitFor({ timeout: 120_000 });
  const picture = Date.now() - begin;
  await page.waitForTimeout(3000);
  const told = (await page.evaluate(() => (window as unknown as { told: unknown }).told)) as Told;
  await context.close();
  return { answer, picture, told };
}

for (const id of process.env.ONLY?.split(',') ?? ['tidewater-veil', 'foghorn-trails', 'tow-line', 'glasshouse'])
  test(`${id} opens`, async ({ browser }) => {
    const { answer, picture, told } = await opened(browser, id);
    const longest = Math.max(0, ...told.tasks.map((t) => t.task));
    const own = Math.max(0, ...told.tasks.map((t) => t.task - t.card));
    console.log(
      `${id}: answers after ${answer} ms, picture after ${picture} ms; longest task ${longest} ms, ${Math.round(own)} ms without the card; early ${told.early.length}`,
    );
    console.log(JSON.stringify(told.tasks.map((t) => [Math.round(t.task), Math.round(t.card)])));
    console.log([...new Set(told.early)]?.slice(0, 30).join('\n'));
  });
