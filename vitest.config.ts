import path from 'node:path';
import { defineConfig } from 'vitest/config';
import { SHORT_RUN } from './scripts/v8-options.mjs';

const shared = { testTimeout: 300_000, hookTimeout: 300_000 };
/** Tests of what a page holds while it is open: each file has modules of its own. */
const HOLDING = ['src/{state,workers,ui/stage,ui/workbench}/**/*.test.ts'];

export default defineConfig({
  resolve: { alias: { '@': path.resolve(import.meta.dirname, 'src') } },
  test: {
    maxWorkers: '100%',
    execArgv: [...SHORT_RUN, '--liftoff-only'],
    experimental: { fsModuleCache: true },
    projects: [
      // These hold nothing that a test could leave behind for another, so its modules are read once a thread.
      {
        extends: true,
        test: {
          ...shared,
          name: 'holding nothing',
          include: ['{src,cli,fuzz}/**/*.test.ts'],
          exclude: HOLDING,
          isolate: false,
        },
      },
      {
        extends: true,
        test: {
          ...shared,
          name: 'holding what is open',
          include: HOLDING,
        },
      },
    ],
  },
});
