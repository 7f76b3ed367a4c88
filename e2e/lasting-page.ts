import { test as base, type Page } from '@playwright/test';
import { forgetAll, leave } from './artist';
import { withStalls } from './stalls';

/**
 * Tests with a page of their own: they run scripts before the program, change the page itself, or close it. All tests
 * of a worker share one browser.
 */
export const testAlone = base.extend<object, { lasting: { take: () => Promise<Page>; drop: () => Promise<void> } }>({
  lasting: [
    async ({ browser }, give, { project }) => {
      let kept: Page | null = null;
      const drop = async () => {
        await kept?.context().close();
        kept = null;
      };
      const make = async () => {
        const { baseURL, viewport } = project.use;
        return (await withStalls(await browser.newContext({ baseURL, viewport, acceptDownloads: true }))).newPage();
      };
      await give({ take: async () => (kept ??= await make()), drop });
      await drop();
    },
    { scope: 'worker' },
  ],
  context: async ({ context }, give) => give(await withStalls(context)),
});

/**
 * Tests that share a page, one after the other, as an artist has one open all day: what costs most in a small test is
 * to load and compile the program, and a page that stays has it. Each begins with an empty store and nothing open.
 */
export const test = testAlone.extend({
  page: async ({ lasting }, give, info) => {
    const page = await lasting.take();
    await give(page);
    // What failed may have left anything behind.
    if (info.status !== info.expectedStatus) return lasting.drop();
    page.removeAllListeners();
    for (const other of page.context().pages()) if (other !== page) await other.close();
    await page.mouse.move(0, 0);
    await page.unrouteAll();
    await page.setViewportSize(info.project.use.viewport!);
    await leave(page);
    await forgetAll(page);
    await page.context().clearPermissions();
  },
});
