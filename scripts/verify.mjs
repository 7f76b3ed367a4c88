import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { behind, beside, installPackages, must, run } from './sh.mjs';

/**
 * Everything that has to hold: packages, Chromium, lint, types, unit tests, browser tests. The last line is
 * "N passed, N failed". With --quick lint, types and unit tests alone.
 */
const CHROMIUM = process.env.CHROMIUM ?? '/usr/bin/chromium';
const results = 'test-results';
const aside = mkdtempSync(join(tmpdir(), 'verify-'));
const unitFile = join(aside, 'unit.json');
const quick = process.argv.includes('--quick');

await installPackages();
// An independent compiler checks the GLSL that goes out.
const missing = [
  [CHROMIUM, 'chromium'],
  ['/usr/bin/glslangValidator', 'glslang-tools'],
]
  .filter(([path]) => !existsSync(path))
  .map(([, name]) => name);
if (missing.length > 0) {
  await must('Fetching the package lists', 'apt-get', ['update']);
  await must(`Installing ${missing.join(' and ')}`, 'apt-get', [
    'install',
    '-y',
    '--no-install-recommends',
    ...missing,
  ]);
}
rmSync(results, { recursive: true, force: true });

// Browser tests wait for pages more than they compute, so all that needs none goes on behind them, in the time that
// they leave.
const aloneOrBehind = quick ? beside : behind;
const UNIT = ['vitest', 'run', '--reporter=dot', '--reporter=json', `--outputFile.json=${unitFile}`];
const built = quick ? Promise.resolve(0) : beside('Building', 'npm', ['run', '-s', 'build']);
const readThrough = async () => {
  // The types of the routes come with the build.
  await built;
  const lint = await aloneOrBehind('Lint', 'npm', ['run', '-s', 'lint']);
  const types = await aloneOrBehind('Types', 'npm', ['run', '-s', 'types']);
  return Math.max(lint, types);
};
const inBrowser = async () => {
  if (quick) return 0;
  if ((await built) !== 0) return 1;
  console.log('\n# Browser tests');
  return run('npx', ['playwright', 'test'], { env: { ...process.env, CI: '1' } });
};
const [unitCode, readCode, browserCode] = await Promise.all([
  aloneOrBehind('Unit tests', 'npx', UNIT),
  readThrough(),
  inBrowser(),
]);
if (readCode !== 0) console.error('\nThe lint or the types failed.');

const unit = existsSync(unitFile)
  ? JSON.parse(readFileSync(unitFile, 'utf8'))
  : { numPassedTests: 0, numFailedTests: 1, testResults: [] };
rmSync(aside, { recursive: true });
const report =
  !quick && existsSync(`${results}/e2e.json`) ? JSON.parse(readFileSync(`${results}/e2e.json`, 'utf8')) : null;
const browser = report?.stats ?? { expected: 0, flaky: 0, unexpected: quick ? 0 : 1 };

const browserTests = (suite, file) => [
  ...(suite.specs ?? []).map((spec) => ({
    name: `${file}: ${spec.title}`,
    seconds: spec.tests.flatMap((t) => t.results).reduce((sum, r) => sum + r.duration, 0) / 1000,
  })),
  ...(suite.suites ?? []).flatMap((inner) => browserTests(inner, file)),
];
const timed = [
  ...unit.testResults.flatMap((file) =>
    file.assertionResults.map((t) => ({
      name: `${file.name.split('/').slice(-1)}: ${t.title}`,
      seconds: (t.duration ?? 0) / 1000,
    })),
  ),
  ...(report?.suites ?? []).flatMap((suite) => browserTests(suite, suite.file)),
];
console.log('\n# The ten slowest tests');
for (const { name, seconds } of timed.sort((a, b) => b.seconds - a.seconds).slice(0, 10))
  console.log(`${seconds.toFixed(1).padStart(7)} s  ${name}`);

const passed = unit.numPassedTests + browser.expected + browser.flaky;
const failed = Math.max(unit.numFailedTests + browser.unexpected, unitCode || browserCode || readCode ? 1 : 0);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
