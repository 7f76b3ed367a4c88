import { NO_ASSETS } from './assets/assets';
import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { STARTERS } from '@/demo';
import { writePiece } from './formats/write-piece';
import { readPiece } from './formats/piece-file';
import { analyse, Evaluator, placeRows, weave } from './weave';

it('the five calls of docs/architecture.md are these, and give a number', async () => {
  const text = writePiece(STARTERS.find((s) => s.id === 'tidewater-veil')!.piece);
  const piece = readPiece(text);
  const analysis = analyse(piece);
  const woven = weave(piece, analysis, [{ strand: 'swell' }]);
  const evaluator = await Evaluator.make(piece, NO_ASSETS, [{ strand: 'swell' }]);
  const values = evaluator.run(0, placeRows([{ phase: 0.25, rest: [0.5, 0, 0] }]), 1);
  expect(analysis.problems).toEqual([]);
  expect(woven.functions).toHaveLength(1);
  expect(values).toHaveLength(1);
  expect(values[0]).toSatisfy((v: number) => v > 0 && v < 1);
  // What is written there is what was run here.
  const plain = (line: string) => line.replace(/\/\/.*/, '').trim();
  const own = readFileSync(import.meta.filename, 'utf8')
    .split('\n')
    .map(plain);
  const page = readFileSync('docs/architecture.md', 'utf8');
  const written = page.split('```ts\n')[1]!.split('```')[0]!.trim().split('\n').map(plain);
  expect(written).toHaveLength(5);
  for (const line of written) expect(own).toContain(line);
});
