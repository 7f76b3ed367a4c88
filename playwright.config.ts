import { defineConfig } from '@playwright/test';

/** The port of the server under test; `npm run verify` takes one that is free. */
export const PORT = Number(process.env.E2E_PORT ?? 3217);

/** Debian's Chromium; WebGL2 runs in software. */
export const CHROMIUM = {
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--use-angle=swiftshader',
    '--enable-unsafe-swiftshader',
    '--ignore-gpu-blocklist',
    // Software draws the picture; the page around it need not go the same way, which costs more than it gains.
    '--disable-gpu-compositing',
  ],
};

/** Pages of tests live too briefly for V8's last step of compiling, on the other processor, to pay. */
const SHORT_PAGES = { ...CHROMIUM, args: [...CHROMIUM.args, '--js-flags=--no-turbofan'] };

export default defineConfig({
  testDir: 'e2e',
  testMatch: '*.spec.ts',
  timeout: 180_000,
  // Software drawing on a busy machine: a seam of the largest starter alone can take half a minute.
  expect: { timeout: 60_000 },
  // Software drawing takes all the cores there are, but a fifth of the time one page alone only waits.
  workers: 2,
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    baseURL: `http://localhost:${PORT}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: SHORT_PAGES,
    acceptDownloads: true,
  },
  webServer: {
    cwd: import.meta.dirname,
    command: 'node scripts/serve.mjs',
    env: { PORT: String(PORT) },
    url: `http://localhost:${PORT}`,
    reuseExistingServer: !process.env.CI,
    timeout: 60_000,
  },
});
