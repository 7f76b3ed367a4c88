import path from 'node:path';
import { defineConfig } from 'vitest/config';

const shared = { testTimeout: 300_000 };

export default defineConfig({
  resolve: { alias: { '@': path.resolve(import.meta.dirname, 'src') } },
  test: {
    maxWorkers: '100%',
    projects: [
      // These hold nothing that a test could leave behind for another, so its modules are read once a thread.
      {
        extends: true,
        test: {
          ...shared,
          name: 'core',
          include: ['src/{core,demo,engine}/**/*.test.ts', '{cli,fuzz}/**/*.test.ts'],
          isolate: false,
        },
      },
      {
        extends: true,
        test: {
          ...shared,
          name: 'around it',
          include: ['src/{server,state,ui,workers}/**/*.test.ts'],
        },
      },
    ],
  },
});
