import path from 'node:path';
import { defineConfig } from 'vitest/config';

/**
 * For mutation tests, whose runner starts threads itself: without options of V8, and without projects. Each file has
 * modules of its own, as a mutant may leave anything behind.
 */
export default defineConfig({
  resolve: { alias: { '@': path.resolve(import.meta.dirname, 'src') } },
  test: {
    exclude: process.env.MUTATE_LEAVES?.split(','),
    include: (process.env.MUTATE_TESTS ?? 'src/**/*.test.ts').split(','),
    testTimeout: 300_000,
    hookTimeout: 300_000,
  },
});
