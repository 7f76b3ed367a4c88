import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { installPackages, must, run } from './sh.mjs';

/** Everything that has to hold: packages, Chromium, lint, types, unit tests, browser tests. Last line: "N passed, N failed". */
const CHROMIUM = process.env.CHROMIUM ?? '/usr/bin/chromium';
const results = 'test-results';

await installPackages();
// An independent compiler checks the GLSL that goes out.
const missing = [[CHROMIUM, 'chromium'], ['/usr/bin/glslangValidator', 'glslang-tools']].filter(([path]) => !existsSync(path)).map(([, name]) => name);
if (missing.length > 0) {
  await must('Fetching the package lists', 'apt-get', ['update']);
  await must(`Installing ${missing.join(' and ')}`, 'apt-get', ['install', '-y', '--no-install-recommends', ...missing]);
}
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });
await must('Building', 'npm', ['run', '-s', 'build']);
await must('Lint', 'npm', ['run', '-s', 'lint']);
await must('Types', 'npm', ['run', '-s', 'types']);

console.log('\n# Unit tests');
const unitCode = await run('npx', ['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${results}/unit.json`]);
console.log('\n# Browser tests');
// Playwright empties its own folder of results first, so the unit results are read before.
const unit = JSON.parse(readFileSync(`${results}/unit.json`, 'utf8'));
const browserCode = await run('npx', ['playwright', 'test'], { env: { ...process.env, CI: '1' } });
const browser = existsSync(`${results}/e2e.json`) ? JSON.parse(readFileSync(`${results}/e2e.json`, 'utf8')).stats : { expected: 0, flaky: 0, unexpected: 1 };

const passed = unit.numPassedTests + browser.expected + browser.flaky;
const failed = Math.max(unit.numFailedTests + browser.unexpected, unitCode || browserCode ? 1 : 0);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
