import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beside, installPackages, must, run } from './sh.mjs';

/**
 * Everything that has to hold: packages, Chromium, lint, types, unit tests, browser tests. The last line is
 * "N passed, N failed". With --quick lint, types and unit tests alone; with --firefox what has to work there as well.
 */
const CHROMIUM = process.env.CHROMIUM ?? '/usr/bin/chromium';
const results = 'test-results';
const aside = mkdtempSync(join(tmpdir(), 'verify-'));
const unitFile = join(aside, 'unit.json');
const quick = process.argv.includes('--quick');
const firefox = process.argv.includes('--firefox');

await installPackages();
// An independent compiler checks the GLSL that goes out.
const missing = [
  [CHROMIUM, 'chromium'],
  ['/usr/bin/glslangValidator', 'glslang-tools'],
  ...(firefox ? [[process.env.FIREFOX ?? '/usr/bin/firefox-esr', 'firefox-esr', 'libegl1', 'libgl1-mesa-dri']] : []),
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
// page takes the time that they leave, and never any of theirs.
const leftOver = (what, command, ...rest) => beside(what, 'nice', ['-n', '19', command, ...rest]);
const readThrough = async () => {
  const types = await leftOver('Types', 'npm', 'run', '-s', 'types');
  const lint = await leftOver('Lint', 'npm', 'run', '-s', 'lint');
  const unit = await leftOver(
    'Unit tests',
    'npx',
    'vitest',
    'run',
    '--reporter=dot',
    '--reporter=json',
    `--outputFile.json=${unitFile}`,
  );
  return { read: Math.max(types, lint), unit };
};
const inBrowser = async () => {
  const built = await beside('Building', 'npm', ['run', '-s', 'build']);
  if (built !== 0) return built;
  const env = { ...process.env, CI: '1' };
  console.log('\n# Browser tests');
  const code = quick ? 0 : await run('npx', ['playwright', 'test'], { env });
  if (!firefox) return code;
  console.log('\n# Browser tests in Firefox');
  return (await run('npx', ['playwright', 'test', '--config', 'e2e/firefox.config.ts'], { env })) || code;
};
const [{ read: readCode, unit: unitCode }, browserCode] = await Promise.all([
  readThrough(),
  quick && !firefox ? 0 : inBrowser(),
]);

const unit = existsSync(unitFile)
  ? JSON.parse(readFileSync(unitFile, 'utf8'))
  : { numPassedTests: 0, numFailedTests: 1, testResults: [] };
rmSync(aside, { recursive: true });
/** What browser tests report; where they were to run and do not, that is a failure. */
const reportOf = (name, wanted) => {
  const file = `${results}/${name}.json`;
  if (!wanted) return { stats: { expected: 0, flaky: 0, unexpected: 0 }, suites: [] };
  return existsSync(file)
    ? JSON.parse(readFileSync(file, 'utf8'))
    : { stats: { expected: 0, flaky: 0, unexpected: 1 }, suites: [] };
};
const reports = [reportOf('e2e', !quick), reportOf('firefox', firefox)];

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
  ...reports.flatMap(({ suites }) => suites.flatMap((suite) => browserTests(suite, suite.file))),
];
console.log('\n# The ten slowest tests');
for (const { name, seconds } of timed.sort((a, b) => b.seconds - a.seconds).slice(0, 10))
  console.log(`${seconds.toFixed(1).padStart(7)} s  ${name}`);

const sum = (of) => reports.reduce((all, { stats }) => all + of(stats), 0);
const passed = unit.numPassedTests + sum((stats) => stats.expected + stats.flaky);
const failed = Math.max(
  unit.numFailedTests + sum((stats) => stats.unexpected),
  unitCode || readCode || browserCode ? 1 : 0,
);
if (readCode !== 0) console.error('\nThe lint or the types failed.');
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
