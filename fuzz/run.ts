import { Chance } from './chance';
import { checkPiece, type Outgoing } from './check-piece';
import { refusedGlsl } from './glslang';
import { randomPiece } from './random-piece';

/** The long run: `npm run fuzz -- --minutes 20 [--from 1]`. Prints what it found, each with the seed that makes it again. */
const option = (name: string, otherwise: number) => {
  const at = process.argv.indexOf(`--${name}`);
  return at >= 0 ? Number(process.argv[at + 1]) : otherwise;
};
const end = Date.now() + option('minutes', 20) * 60_000;
/** What counts as hanging, and as taking the machine. */
const MOST_MS = 2000;
const MOST_BYTES = 2e9;

let ran = 0;
const found = new Map<string, { count: number; example: string }>();
const note = (what: string, example: string) => {
  const kind = what.replace(/-?\d+(\.\d+)?(e[+-]?\d+)?/g, '#').replace(/"[^"]*"/g, '"..."');
  const known = found.get(kind);
  if (known) known.count++;
  else console.log(`- ${example}: ${what}`);
  found.set(kind, { count: (known?.count ?? 0) + 1, example: known?.example ?? example });
};

let outgoing: Outgoing[] = [];
const compileOutgoing = () => {
  for (const refused of refusedGlsl(outgoing)) note(`refused GLSL: ${refused}`, `seeds up to ${ran}`);
  outgoing = [];
};

for (let seed = option('from', 1); Date.now() < end; seed++, ran++) {
  const began = performance.now();
  try {
    const texts = await checkPiece(randomPiece(new Chance(seed)));
    outgoing.push(...texts.map((t) => ({ ...t, name: `seed ${seed}, ${t.name}` })));
  } catch (error) {
    note(String((error as Error).message), `seed ${seed}`);
  }
  if (performance.now() - began > MOST_MS) note(`took ${Math.round(performance.now() - began)} ms`, `seed ${seed}`);
  if (process.memoryUsage().rss > MOST_BYTES) note('memory beyond the limit', `seed ${seed}`);
  if (outgoing.length >= 400) compileOutgoing();
}
compileOutgoing();
console.log(`\n${ran} pieces, ${found.size} kinds of failure:`);
for (const [kind, { count, example }] of found) console.log(`${String(count).padStart(6)}  ${example}  ${kind}`);
process.exitCode = found.size > 0 ? 1 : 0;
