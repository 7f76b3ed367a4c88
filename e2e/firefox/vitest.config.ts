import path from 'node:path';
import { defineConfig } from 'vitest/config';

/** What has to work in a second browser engine as it does in the first. */
export default defineConfig({
  resolve: { alias: { '@': path.resolve(import.meta.dirname, '../../src') } },
  test: { root: import.meta.dirname, testTimeout: 300_000, hookTimeout: 120_000, include: ['*.test.ts'] },
});
