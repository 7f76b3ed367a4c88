import { readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { run } from './sh.mjs';

/**
 * Runs the unit tests and prints the share of statements that they run, by room. Fails where a room of the core is
 * under 80 %, or state, workers or the engine under 60 % of what needs no page.
 */
const LEAST_OF_CORE = 80;
const LEAST = { state: 60, workers: 60, engine: 60 };
/** Only a page has what these are about, a canvas, a card or a decoder: the browser tests run them. */
const NEEDS_PAGE = [
  'state/assets/pictures.ts',
  'workers/png.ts',
  'workers/video.ts',
  'workers/threads/',
  'engine/viewer.ts',
  'engine/picture.ts',
  'engine/capture/capture.ts',
  'engine/capture/read.ts',
  'engine/card/renderer.ts',
  'engine/stage/fisheye.ts',
  'engine/stage/surroundings.ts',
];
const FOLDER = 'test-results/coverage';

rmSync(FOLDER, { recursive: true, force: true });
const code = await run('npx', [
  'vitest',
  'run',
  '--reporter=dot',
  '--coverage',
  '--coverage.include=src/**/*.{ts,tsx}',
  '--coverage.exclude=**/testing.ts',
  '--coverage.reporter=json-summary',
  `--coverage.reportsDirectory=${FOLDER}`,
]);
if (code !== 0) process.exit(code);

const summary = JSON.parse(readFileSync(`${FOLDER}/coverage-summary.json`, 'utf8'));
const rooms = new Map();
for (const [file, { statements }] of Object.entries(summary)) {
  if (file === 'total') continue;
  const name = path.relative(path.resolve('src'), file);
  if (NEEDS_PAGE.some((start) => name.startsWith(start))) continue;
  const parts = name.split(path.sep);
  const room = parts.slice(0, parts[0] === 'core' && parts.length > 2 ? 2 : 1).join('/');
  const sum = rooms.get(room) ?? { covered: 0, total: 0 };
  rooms.set(room, { covered: sum.covered + statements.covered, total: sum.total + statements.total });
}
const share = ({ covered, total }) => (100 * covered) / Math.max(1, total);
console.log('\n# Statements that the unit tests run');
for (const [room, sum] of [...rooms].sort(([a], [b]) => (a < b ? -1 : 1)))
  console.log(`${room.padEnd(16)} ${share(sum).toFixed(1).padStart(5)} %  of ${sum.total}`);
const leastOf = (room) => (room.startsWith('core/') ? LEAST_OF_CORE : (LEAST[room] ?? 0));
const low = [...rooms].filter(([room, sum]) => share(sum) < leastOf(room));
for (const [room] of low) console.error(`${room} is under ${leastOf(room)} %.`);
process.exit(low.length > 0 ? 1 : 0);
