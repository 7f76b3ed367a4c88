import { execFileSync } from 'node:child_process';
import { cpus, totalmem } from 'node:os';
import { readFileSync, writeFileSync } from 'node:fs';
import { browserLines } from './browser';
import { editLines } from './edits';
import { weaveGrowth } from './fields';
import { bakingGrid, subdivision } from './meshes';
import { noiseRate, weaveTime } from './processor';
import type { Line } from './tools';

/** Prints ratios against baselines of the same run and keeps them in docs/performance.md. */
const PAGE = 'docs/performance.md';
const MARK = '<!-- figures -->';

const lines: Line[] = [
  subdivision(),
  bakingGrid(),
  noiseRate(),
  weaveTime(),
  weaveGrowth(),
  ...(await editLines()),
  ...(await browserLines()),
].sort((a, b) => a.name.localeCompare(b.name));
for (const l of lines)
  console.log(`${l.ok ? 'ok  ' : 'MISS'} ${l.name}: ratio ${l.ratio.toFixed(2)} (${l.target}); ${l.detail}`);

const chromium = execFileSync(process.env.CHROMIUM ?? '/usr/bin/chromium', ['--version']).toString();
const machine = [
  `${cpus().length} cores (${cpus()[0]?.model.trim()})`,
  `${Math.round(totalmem() / 2 ** 30)} GiB`,
  `Node.js ${process.version}`,
  chromium.trim().split(' built')[0],
  'WebGL2 in software (SwiftShader)',
  new Date().toISOString().slice(0, 10),
].join(', ');
const table = [
  '| what | ratio | target | measured |',
  '|---|---|---|---|',
  ...lines.map((l) => `| ${l.name} | ${l.ratio.toFixed(2)} | ${l.target}${l.ok ? '' : ' (missed)'} | ${l.detail} |`),
].join('\n');
const page = readFileSync(PAGE, 'utf8');
writeFileSync(PAGE, `${page.slice(0, page.indexOf(MARK) + MARK.length)}\n\nMachine: ${machine}.\n\n${table}\n`);
