import { readdirSync, readFileSync } from 'node:fs';
import { Instrumenter } from '@stryker-mutator/instrumenter';
import { run } from './sh.mjs';

/**
 * `npm run mutate -- ROOM... [--sample N]`: changes the code of rooms, or of single files, in small ways, one at a time
 * (`core/glsl`, `state/panels/panels.ts`), and tells which changes no unit test notices. With `--sample`,
 * about N changes of each room, picked by chance.
 */
const args = process.argv.slice(2);
const option = args.indexOf('--sample');
const sample = option < 0 ? Infinity : Number(args.splice(option, 2)[1]);

/** A larger piece of code brings all the changes inside of it, so that it would crowd out the rest of a sample. */
const MAX_LINES_OF_CHANGE = 8;

const filesOf = (room) =>
  room.endsWith('.ts')
    ? [`src/${room}`]
    : readdirSync(`src/${room}`, { recursive: true })
        .filter((file) => file.endsWith('.ts') && !/(\.test|testing|\.d)\.ts$/.test(file))
        .map((file) => `src/${room}/${file}`);

/** A logger that says nothing. */
const silent = new Proxy({}, { get: () => () => false });

/** All changes that can be made to files: [{fileName, location}]. */
async function changesTo(files) {
  const sources = files.map((name) => ({ name, content: readFileSync(name, 'utf8'), mutate: true }));
  const options = { plugins: null, excludedMutations: ['StringLiteral'], ignorers: [] };
  const { mutants } = await new Instrumenter(silent).instrument(sources, options);
  return mutants.filter(({ location: { start, end } }) => end.line - start.line < MAX_LINES_OF_CHANGE);
}

const at = ({ line, column }) => `${line + 1}:${column}`;
const rangeOf = ({ fileName, location: { start, end } }) => `${fileName}:${at(start)}-${at(end)}`;
const isWithin = (inner, outer) =>
  inner.fileName === outer.fileName &&
  compare(outer.location.start, inner.location.start) <= 0 &&
  compare(inner.location.end, outer.location.end) <= 0;
const compare = (a, b) => a.line - b.line || a.column - b.column;

/** The ranges of changes picked by chance, until they and what is inside of them are so many. */
async function sampleOf(files) {
  const changes = await changesTo(files);
  const picked = new Set();
  const ranges = new Set();
  for (const change of changes.toSorted(() => Math.random() - 0.5)) {
    if (picked.size >= sample) break;
    for (const inner of changes) if (isWithin(inner, change)) picked.add(inner);
    ranges.add(rangeOf(change));
  }
  console.log(`${picked.size} of ${changes.length} changes`);
  return [...ranges];
}

if (args.length === 0 || Number.isNaN(sample)) {
  console.error('Name a room: npm run mutate -- core/glsl [--sample 100]');
  process.exit(1);
}
const files = args.flatMap(filesOf);
const picked = sample === Infinity ? files : await sampleOf(files);

/** They take a minute each; without them all of the core is tested in a few. */
const SLOW = ['core/steps/ranges', 'core/checks/seam', 'core/formats/backup', 'core/formats/mesh/hostile'];
/** `core/glsl` of `core/glsl/lex.ts`, `state` of `state/panels`. */
const roomOf = (name) =>
  name
    .split('/')
    .slice(0, name.startsWith('core/') ? 2 : 1)
    .join('/');
const rooms = [...new Set(args.map(roomOf))];

/** Runs changes against tests. @returns those that none of them notices */
async function unnoticed(ranges, tests) {
  const leaves = SLOW.filter((test) => !rooms.some((room) => test.startsWith(room))).map((t) => `src/${t}.test.ts`);
  const env = { ...process.env, MUTATE_TESTS: tests.join(','), MUTATE_LEAVES: leaves.join(',') };
  if ((await run('npx', ['stryker', 'run', '--mutate', ranges.join(',')], { env })) !== 0) process.exit(1);
  const report = JSON.parse(readFileSync('test-results/mutation.json', 'utf8'));
  const all = Object.entries(report.files).flatMap(([file, { mutants }]) => mutants.map((m) => ({ file, ...m })));
  const counted = all.filter(({ status }) => status !== 'Ignored' && status !== 'CompileError');
  const left = counted.filter(({ status }) => status === 'Survived' || status === 'NoCoverage');
  return { counted: counted.length, left };
}

const keyOf = ({ file, location: { start, end }, replacement }) =>
  `${file}:${start.line}:${start.column - 1}-${end.line}:${end.column - 1}\t${replacement}`;

// Most changes are noticed by the tests of their room, which take seconds; the rest is held against all others.
const first = await unnoticed(
  picked,
  rooms.map((room) => `src/${room}/**/*.test.ts`),
);
const wide = rooms.every((room) => room.startsWith('core/')) ? 'src/core/**/*.test.ts' : 'src/**/*.test.ts';
const second =
  first.left.length === 0
    ? first
    : await unnoticed([...new Set(first.left.map((m) => keyOf(m).split('\t')[0]))], [wide]);
const before = new Set(first.left.map(keyOf));
const left = second.left.filter((m) => before.has(keyOf(m)));
console.log(`\n${first.counted - left.length} of ${first.counted} changes are noticed. Left:`);
for (const m of left)
  console.log(`${m.file}:${m.location.start.line} ${m.mutatorName}: ${m.replacement?.slice(0, 80)}`);
