/**
 * Mutation tests of one room: `npm run mutate -- core/glsl` (see scripts/mutate.mjs). Not part of verify: a room takes
 * minutes to hours.
 */
export default {
  testRunner: 'vitest',
  plugins: ['@stryker-mutator/vitest-runner'],
  vitest: { configFile: 'vitest.mutate.config.ts', related: true },
  coverageAnalysis: 'perTest',
  reporters: ['clear-text', 'json', 'progress-append-only'],
  jsonReporter: { fileName: 'test-results/mutation.json' },
  clearTextReporter: { allowColor: false, logTests: false },
  tempDirName: '.tmp/mutate',
  concurrency: 1,
  ignoreStatic: true,
  // Sentences and texts that are put together are read by people, or by tests of what they say.
  mutator: { excludedMutations: ['StringLiteral'] },
  ignorePatterns: ['.next', '.tmp', 'test-results', 'playwright-report', 'public'],
  allowConsoleColors: false,
  timeoutMS: 20_000,
  dryRunTimeoutMinutes: 20,
};
