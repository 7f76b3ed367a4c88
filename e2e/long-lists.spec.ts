import { expect, type Page } from '@playwright/test';
import { control, from, piece, strand } from '@/demo/build';
import type { Piece } from '@/core/piece/types';
import { inWorkbench, openPiece } from './artist';
import { test } from './lasting-page';

const STRANDS = 490;
const size = { picture: { width: 96, height: 54, background: '#000000' } };
const row = (i: number) =>
  strand(
    'field',
    `f ${i}`,
    ['position'],
    ['noise'],
    ['ramp'],
    ...(i > 0 ? [['mix', { other: from('f 0') }] as const] : []).map(
      ([op, params]) => [op, params] as [string, typeof params],
    ),
  );
const manyRows = (count: number): Piece =>
  piece(
    'Many',
    '',
    [
      ...Array.from({ length: count }, (_, i) => row(i)),
      strand('finish', 'out', ['paint', { colour: from(`f ${count - 1}`) }]),
    ],
    size,
  );

/** Milliseconds of the longest task of the page while something is done. */
async function longestTask(page: Page, act: () => Promise<void>): Promise<number> {
  await page.evaluate(() => {
    const told = { longest: 0 };
    Object.assign(window, { told });
    const take = (entries: PerformanceEntryList) =>
      entries.forEach(({ duration }) => (told.longest = Math.max(told.longest, duration)));
    const observer = new PerformanceObserver((list) => take(list.getEntries()));
    observer.observe({ type: 'longtask' });
    Object.assign(told, { last: () => take(observer.takeRecords()) });
  });
  await act();
  return page.evaluate(async () => {
    const { told } = window as unknown as { told: { longest: number; last: () => void } };
    // The task in which the last of it was drawn is told of after it has ended.
    await new Promise((next) => requestAnimationFrame(() => setTimeout(next)));
    told.last();
    return Math.round(told.longest);
  });
}

const said = (what: string, longest: number) =>
  console.log(`${what}: the longest task of the page takes ${longest} ms`);

test('of 490 strands those in sight are drawn, and all are come to by keyboard and wheel', async ({ page }) => {
  await openPiece(page, manyRows(2));
  await inWorkbench(page);
  const rows = page.getByRole('row').filter({ has: page.getByRole('gridcell') });
  said(
    `${STRANDS} strands opened`,
    await longestTask(page, async () => {
      await openPiece(page, manyRows(STRANDS));
      await inWorkbench(page);
      await expect(page.getByRole('button', { name: 'Position in f 0', exact: true })).toBeVisible();
    }),
  );
  expect(await rows.count()).toBeLessThan(60);
  // The last one by the wheel, and from there up by keys; what is selected stays when it is scrolled away.
  const lattice = page.getByRole('region', { name: 'Lattice' });
  await lattice.evaluate((e) => e.scrollTo(0, e.scrollHeight));
  const last = page.getByRole('button', { name: `Position in f ${STRANDS - 1}`, exact: true });
  await last.click();
  await page.keyboard.press('ArrowUp');
  const before = page.getByRole('button', { name: `Position in f ${STRANDS - 2}`, exact: true });
  await expect(before).toBeFocused();
  await lattice.evaluate((e) => e.scrollTo(0, 0));
  await expect(page.getByRole('button', { name: 'Position in f 0', exact: true })).toBeInViewport();
  await expect(before).toBeFocused();
  expect(await rows.count()).toBeLessThan(60);
  await page.keyboard.press('ArrowUp');
  await expect(page.getByRole('button', { name: `Position in f ${STRANDS - 3}`, exact: true })).toBeFocused();
  await expect(page.getByRole('button', { name: `Position in f ${STRANDS - 3}`, exact: true })).toBeInViewport();
});

test('of 300 controls, 5,000 keys and 1,000 edits those in sight are drawn', async ({ page }) => {
  const controls = { ...manyRows(2), controls: Array.from({ length: 300 }, (_, i) => control(`c ${i}`, 0.5)) };
  await openPiece(page, controls);
  await inWorkbench(page);
  const items = page.getByRole('list', { name: 'Controls' }).getByRole('listitem');
  said(
    '300 controls',
    await longestTask(page, async () => {
      await page.getByRole('tab', { name: 'Desk' }).click();
      await expect(items.first()).toBeVisible();
    }),
  );
  expect(await items.count()).toBeLessThan(60);
  // The wheel goes on until the end is there: rows are measured as they come into sight.
  await items.first().hover();
  const last = page.getByRole('slider', { name: 'c 299', exact: true });
  await expect
    .poll(async () => {
      await page.mouse.wheel(0, 4000);
      return last.isVisible();
    })
    .toBe(true);
  await page.mouse.wheel(0, 4000);
  await expect(last).toBeInViewport();

  const keys = (k: number) =>
    Array.from({ length: 64 }, (_, i) => ({ at: i / 64, value: (i + k) % 2, ease: 'linear' as const }));
  const keyed = piece(
    'Keys',
    '',
    [
      ...Array.from({ length: 80 }, (_, k) => strand('signal', `s ${k}`, ['keys', { keys: keys(k) }])),
      strand('finish', 'out', ['paint']),
    ],
    size,
  );
  said(
    '5,120 keys',
    await longestTask(page, async () => {
      await openPiece(page, keyed);
      await inWorkbench(page);
      await page.getByRole('button', { name: 'Keys in s 1', exact: true }).click();
      await expect(page.getByLabel('Key 64, frame')).toBeAttached();
    }),
  );

  await openPiece(page, { ...manyRows(2), controls: [control('only', 0.5)] });
  await inWorkbench(page);
  await page.getByRole('tab', { name: 'Desk' }).click();
  const vary = page.getByRole('button', { name: 'Vary', exact: true });
  await vary.evaluate(async (button) => {
    for (let i = 0; i < 1000; i++) {
      (button as HTMLButtonElement).click();
      if (i % 20 === 0) await new Promise(requestAnimationFrame);
    }
  });
  const edits = page.getByRole('region', { name: 'Edits' }).getByRole('listitem');
  said(
    '1,000 edits',
    await longestTask(page, async () => {
      await page.getByRole('button', { name: /^History/ }).click();
      await expect(edits.first()).toBeVisible();
    }),
  );
  expect(await edits.count()).toBeLessThan(80);
  const whole = Number(await edits.first().getAttribute('aria-setsize'));
  expect(whole).toBeGreaterThan(900);
});
