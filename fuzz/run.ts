import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Chance } from './chance';
import { checkBrokenFiles } from './broken-files';
import { checkPiece, type Outgoing } from './check-piece';
import { checkSeam } from './check-seam';
import { checkProgramText } from './check-program';
import { refusedGlsl } from './glslang';
import { closingPiece, randomPiece } from './random-piece';
import { randomProgram, spoilt } from './random-program';

/**
 * The long run: `npm run fuzz -- --minutes 20 [--from 1]`. Prints what it found, each with the seed that makes it
 * again.
 */
const option = (name: string, otherwise: number) => {
  const at = process.argv.indexOf(`--${name}`);
  return at >= 0 ? Number(process.argv[at + 1]) : otherwise;
};
const end = Date.now() + option('minutes', 20) * 60_000;
/** Holds the name of what is run: where it takes all memory, or never ends, nobody else can tell. */
const RUNNING = path.join(tmpdir(), 'calm-lattice-fuzz-running.txt');
/** What counts as hanging, and as taking the machine. */
const MOST_MS = 2000;
const MOST_BYTES = 2e9;

/** What is run in turn: each takes a seed and gives what goes out as GLSL. */
const KINDS: Record<string, (seed: number) => Promise<Outgoing[]>> = {
  piece: (seed) => checkPiece(randomPiece(new Chance(seed))),
  program: async (seed) => given(checkProgramText('', randomProgram(new Chance(seed)))),
  'spoilt program': async (seed) => {
    const chance = new Chance(seed);
    return given(checkProgramText('', spoilt(chance, randomProgram(chance))));
  },
  seam: (seed) => checkSeam(closingPiece(new Chance(seed))).then(() => []),
  'broken files': (seed) => checkBrokenFiles(new Chance(seed)).then(() => []),
};
const given = (outgoing: Outgoing | null) => (outgoing ? [outgoing] : []);

const ran = new Map<string, number>();
const found = new Map<string, { count: number; example: string }>();
const note = (what: string, example: string) => {
  const alike = what.replace(/-?\d+(\.\d+)?(e[+-]?\d+)?/g, '#').replace(/"[^"]*"/g, '"..."');
  const known = found.get(alike);
  if (!known) console.log(`- ${example}: ${what}`);
  found.set(alike, { count: (known?.count ?? 0) + 1, example: known?.example ?? example });
};

let outgoing: Outgoing[] = [];
const compileOutgoing = () => {
  for (const refused of refusedGlsl(outgoing))
    note(`refused GLSL: ${refused}`, `${outgoing[0]!.name} to ${outgoing.at(-1)!.name}`);
  outgoing = [];
};

for (let seed = option('from', 1); Date.now() < end; seed++) {
  for (const [kind, run] of Object.entries(KINDS)) {
    const began = performance.now();
    const name = `${kind}, seed ${seed}`;
    writeFileSync(RUNNING, name);
    try {
      outgoing.push(...(await run(seed)).map((text) => ({ ...text, name })));
    } catch (error) {
      note(`${(error as Error).name}: ${(error as Error).message}`, name);
    }
    ran.set(kind, (ran.get(kind) ?? 0) + 1);
    if (performance.now() - began > MOST_MS) note(`took ${Math.round(performance.now() - began)} ms`, name);
    if (process.memoryUsage().rss > MOST_BYTES) note('memory beyond the limit', name);
  }
  if (outgoing.length >= 400) compileOutgoing();
}
compileOutgoing();
console.log(`\n${[...ran].map(([kind, count]) => `${count} x ${kind}`).join(', ')}. ${found.size} kinds of failure.`);
for (const [alike, { count, example }] of found) console.log(`${String(count).padStart(6)}  ${example}  ${alike}`);
process.exitCode = found.size > 0 ? 1 : 0;
