import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { run } from './sh.mjs';

/**
 * `npm run mutate -- ROOM... [--lines N]`: changes the code of rooms, or of single files, in small ways, one at a time
 * (`core/glsl`, `state/panels/panels.ts`), and tells which changes no unit test beside them notices. With `--lines`, of
 * files that are picked by chance until they have so many lines.
 */
const args = process.argv.slice(2);
const option = args.indexOf('--lines');
const most = option < 0 ? Infinity : Number(args.splice(option, 2)[1]);

const filesOf = (room) =>
  room.endsWith('.ts')
    ? [`src/${room}`]
    : readdirSync(`src/${room}`, { recursive: true })
        .filter((file) => file.endsWith('.ts') && !/(\.test|testing|\.d)\.ts$/.test(file))
        .map((file) => `src/${room}/${file}`);

const shuffled = (files) =>
  files
    .map((file) => [Math.random(), file])
    .sort(([a], [b]) => a - b)
    .map(([, file]) => file);

/** The first files that have so many lines together. */
function upTo(lines, files) {
  let sum = 0;
  return files.filter((file) => {
    if (sum >= lines) return false;
    sum += readFileSync(file, 'utf8').split('\n').length;
    return true;
  });
}

const files = args.flatMap(filesOf);
if (files.length === 0 || Number.isNaN(most)) {
  console.error('Name a room: npm run mutate -- core/glsl [--lines 500]');
  process.exit(1);
}
const picked = most === Infinity ? files : upTo(most, shuffled(files));
// A change is to be noticed by the tests that stand beside it; all that use the core are too many to run for each.
const tests = args.map(
  (room) => (room.endsWith('.ts') ? `src/${path.dirname(room)}/*` : `src/${room}/**/*`) + '.test.ts',
);
const env = { ...process.env, MUTATE_TESTS: tests.join(',') };
process.exit(await run('npx', ['stryker', 'run', '--mutate', picked.join(',')], { env }));
