import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beside, installPackages, must, run } from './sh.mjs';

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
  console.log('\n# Browser tests');
  return run('npx', ['playwright', 'test'], { env: { ...process.env, CI: '1' } });
};
const [{ read: readCode, unit: unitCode }, browserCode] = await Promise.all([readThrough(), quick ? 0 : inBrowser()]);

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
const failed = Math.max(unit.numFailedTests + browser.unexpected, unitCode || readCode || browserCode ? 1 : 0);
if (readCode !== 0) console.error('\nThe lint or the types failed.');
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
