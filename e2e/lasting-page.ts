import { test as base, type Page } from '@playwright/test';

interface Lasting {
  page: Page;
  /** Forgets what this origin keeps. */
  clear: () => Promise<void>;
}

/**
 * Tests that share a page, one after the other: what costs most in a small test is to load and compile the program, and
 * a page that stays has it. Each begins with an empty store, on a blank page. For tests that change the page itself
 * (scripts that run first, a second tab) there is the test of Playwright.
 */
export const test = base.extend<object, { lasting: { take: () => Promise<Lasting>; drop: () => Promise<void> } }>({
  lasting: [
    async ({ browser }, give, { project }) => {
      let kept: Lasting | null = null;
      const drop = async () => {
        await kept?.page.context().close();
        kept = null;
      };
      const make = async (): Promise<Lasting> => {
        const { baseURL, viewport } = project.use;
        const context = await browser.newContext({ baseURL, viewport, acceptDownloads: true });
        const page = await context.newPage();
        const session = await context.newCDPSession(page);
        const origin = new URL(baseURL!).origin;
        return {
          page,
          clear: async () => {
            await session.send('Storage.clearDataForOrigin', { origin, storageTypes: 'local_storage,indexeddb' });
            await context.clearPermissions();
          },
        };
      };
      await give({ take: async () => (kept ??= await make()), drop });
      await drop();
    },
    { scope: 'worker' },
  ],
  page: async ({ lasting }, give, info) => {
    const { page, clear } = await lasting.take();
    await give(page);
    // What failed may have left anything behind.
    if (info.status !== info.expectedStatus) return lasting.drop();
    page.removeAllListeners();
    await page.mouse.move(0, 0);
    await page.unrouteAll();
    await page.setViewportSize(info.project.use.viewport!);
    await page.goto('about:blank');
    await clear();
  },
});
