import path from 'node:path';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  resolve: { alias: { '@': path.resolve(import.meta.dirname, 'src') } },
  test: {
    include: ['src/**/*.test.ts', 'cli/**/*.test.ts', 'fuzz/**/*.test.ts'],
    testTimeout: 60_000,
    maxWorkers: '100%',
  },
});
