// Refuses retired words (docs/architecture.md, "Glossary") and type names that are declared twice.
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

/** Each retired word with what to say instead. */
const RETIRED = [
  [/\bpassed by\b/, 'skipped'],
  [/\bput(s|ting)? out on the desk\b/, 'expose on the desk'],
  [/\blets? go of\b/, 'release'],
  [/\banew\b/, 'again, fresh'],
  [/\bwhat runs in\b/i, 'the input'],
  [/\bat hand\b/, 'loaded'],
  [/\b(is|are|was|were|be) taken in\b/, 'imported'],
  [/\btake away\b/i, 'export'],
  [/\bcom(e|es|ing) and go(es|ing)?\b/i, 'is turned on and off'],
  [/\bstrike keys?\b/i, 'trigger key'],
  [/\bbr(ing|ings|ought) back\b/i, 'restore'],
  [/\bkept (part|piece)s?\b/i, 'saved'],
  [/\bhall(Phase|Position)\b/, 'global'],
  [/\b(takenInBy|strandsBehind|takersOf|handedOn)\b/, 'a dependency, a varying'],
];
/** Pages that name retired words: the glossary itself, and this list. */
const EXEMPT = new Set(['docs/architecture.md', 'scripts/plain-words.mjs']);

const files = execFileSync('git', [
  'ls-files',
  'src',
  'app',
  'cli',
  'scripts',
  'bench',
  'fuzz',
  'e2e',
  'docs',
  'README.md',
])
  .toString()
  .split('\n')
  .filter((file) => /\.(tsx?|mjs|md)$/.test(file) && !EXEMPT.has(file));

const found = [];
const declared = new Map();
for (const file of files) {
  const text = readFileSync(file, 'utf8');
  // Ids in saved files stay as they are.
  for (const [i, line] of text
    .replace(/\bid: '[^']*'/g, '')
    .split('\n')
    .entries())
    for (const [word, instead] of RETIRED)
      if (word.test(line)) found.push(`${file}:${i + 1}: "${word.exec(line)[0]}" is retired, say: ${instead}`);
  if (!/^src\/.*\.tsx?$/.test(file) || file.endsWith('.test.ts')) continue;
  for (const [, name] of text.matchAll(/^(?:export )?(?:interface|type|class|enum) (\w+)/gm)) {
    // The properties of a component are named by its file.
    if (name === 'Props') continue;
    if (declared.has(name)) found.push(`${file}: the type ${name} is declared in ${declared.get(name)} as well`);
    declared.set(name, file);
  }
}
for (const sentence of found) console.error(sentence);
process.exitCode = found.length > 0 ? 1 : 0;
