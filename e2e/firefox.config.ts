import { defineConfig } from '@playwright/test';
import common from '../playwright.config';

/** Debian's Firefox, over WebDriver BiDi; WebGL2 runs in software. */
const FIREFOX = process.env.FIREFOX ?? '/usr/bin/firefox-esr';

/** What has to work in a second browser engine as it does in the first. */
export default defineConfig(common, {
  testDir: '.',
  testMatch: ['second-engine.ts', 'keyboard.spec.ts'],
  reporter: [['list'], ['json', { outputFile: 'test-results/firefox.json' }]],
  use: {
    browserName: 'firefox',
    channel: 'moz-firefox',
    launchOptions: { executablePath: FIREFOX, args: [], env: { ...process.env, LIBGL_ALWAYS_SOFTWARE: '1' } },
  },
});
