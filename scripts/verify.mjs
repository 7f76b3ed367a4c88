import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { keepGreen, lastGreen } from './last-green.mjs';
import { beside, freePort, installPackages, must, run } from './sh.mjs';

/**
 * Everything that has to hold: packages, Chromium, lint, types, unit tests, browser tests. The last line is
 * "N passed, N failed". With --quick lint, types and unit tests alone, those of what changed since the last commit at
 * which all of them passed here; with --firefox what has to work there as well.
 */
const CHROMIUM = process.env.CHROMIUM ?? '/usr/bin/chromium';
const results = 'test-results';
const scratch = mkdtempSync(join(tmpdir(), 'verify-'));
const unitFile = join(scratch, 'unit.json');
const firefoxFile = join(scratch, 'firefox.json');
const quick = process.argv.includes('--quick');
const firefox = process.argv.includes('--firefox');

await installPackages();
// Independent programs check what goes out: a compiler of GLSL, a decoder of films.
const missing = [
  [CHROMIUM, 'chromium'],
  ['/usr/bin/glslangValidator', 'glslang-tools'],
  ['/usr/bin/ffmpeg', 'ffmpeg'],
  // The queue of the farm.
  ['/usr/bin/redis-server', 'redis-server'],
  ...(firefox
    ? [[process.env.FIREFOX ?? '/usr/bin/firefox-esr', 'firefox-esr', 'xvfb', 'libegl1', 'libgl1-mesa-dri']]
    : []),
]
  .filter(([path]) => !existsSync(path))
  .flatMap(([, ...names]) => names);
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

// Two lanes: browser tests wait a good part of their time, for a page to answer or a picture to be drawn. What needs no
// page takes the time that they leave, and never any of theirs; without browser tests all of it goes side by side.
const leftOver = (what, command, ...rest) => beside(what, 'nice', ['-n', '19', command, ...rest]);
const vitest = (file) => [
  'npx',
  'vitest',
  'run',
  '--no-color',
  '--reporter=dot',
  '--reporter=json',
  `--outputFile.json=${file}`,
];
const since = quick ? lastGreen() : null;
if (since) console.log(`\nUnit tests of what changed since ${since.slice(0, 7)}, where all of them passed.`);
const changed = since ? ['--changed', since, '--passWithNoTests'] : [];
const readThrough = async () => {
  const types = await leftOver('Types', 'npm', 'run', '-s', 'types');
  return Math.max(types, await leftOver('Lint', 'npm', 'run', '-s', 'lint'));
};
const unitTests = () => leftOver('Unit tests', ...vitest(unitFile), ...changed);
const withoutPages = async () => {
  if (quick) return Promise.all([readThrough(), unitTests()]);
  return [await readThrough(), await unitTests()];
};
const inBrowser = async () => {
  const built = await beside('Building', 'npm', ['run', '-s', 'build']);
  if (built !== 0) return built;
  if (!quick) console.log('\n# Browser tests');
  const env = { ...process.env, CI: '1', E2E_PORT: String(await freePort()) };
  const code = quick ? 0 : await run('npx', ['playwright', 'test'], { env });
  if (!firefox) return code;
  const [command, ...rest] = vitest(firefoxFile);
  return (await beside('Firefox', command, [...rest, '--config', 'e2e/firefox/vitest.config.ts'])) || code;
};
const [[readCode, unitCode], browserCode] = await Promise.all([withoutPages(), quick && !firefox ? 0 : inBrowser()]);

// What ran was all there is: a part of it says nothing of the rest.
if (unitCode === 0 && !since) keepGreen();

/** What tests report; where they were to run and do not, that is a failure. */
const read = (file, otherwise) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : otherwise);
const NONE = { numPassedTests: 0, numFailedTests: 1, testResults: [] };
const units = [read(unitFile, NONE), ...(firefox ? [read(firefoxFile, NONE)] : [])];
rmSync(scratch, { recursive: true });
const NO_PAGES = { stats: { expected: 0, flaky: 0, unexpected: quick ? 0 : 1 }, suites: [] };
const pages = quick ? NO_PAGES : read(`${results}/e2e.json`, NO_PAGES);

const browserTests = (suite, file) => [
  ...(suite.specs ?? []).map((spec) => ({
    name: `${file}: ${spec.title}`,
    seconds: spec.tests.flatMap((t) => t.results).reduce((sum, r) => sum + r.duration, 0) / 1000,
  })),
  ...(suite.suites ?? []).flatMap((inner) => browserTests(inner, file)),
];
const timed = [
  ...units
    .flatMap(({ testResults }) => testResults)
    .flatMap((file) =>
      file.assertionResults.map((t) => ({
        name: `${file.name.split('/').slice(-1)}: ${t.title}`,
        seconds: (t.duration ?? 0) / 1000,
      })),
    ),
  ...pages.suites.flatMap((suite) => browserTests(suite, suite.file)),
];
console.log('\n# The ten slowest tests');
for (const { name, seconds } of timed.sort((a, b) => b.seconds - a.seconds).slice(0, 10))
  console.log(`${seconds.toFixed(1).padStart(7)} s  ${name}`);

const sum = (of) => units.reduce((all, unit) => all + of(unit), 0);
const { expected, flaky, unexpected } = pages.stats;
const passed = sum((unit) => unit.numPassedTests) + expected + flaky;
const failed = Math.max(sum((unit) => unit.numFailedTests) + unexpected, unitCode || readCode || browserCode ? 1 : 0);
if (readCode !== 0) console.error('\nThe lint or the types failed.');
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
