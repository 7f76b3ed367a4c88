import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { NO_ASSETS } from '../assets/assets';
import { bake } from '../forms/bake';
import { standing } from '../forms/standing';
import { strandById, VERSION, type Piece, type Strand } from '../piece/types';
import { analyse, Evaluator, placeRows } from '../weave';
import { writePiece } from './write-piece';
import { readPiece } from './piece-file';

/**
 * Pieces that earlier versions of the program wrote, and what they were there at phase 0.3: signals and fields at two
 * places, forms by the mean size of their coordinates. `values.json` was written by those versions, not by this one.
 * The sail of version 7 is not in it: since then a magnet weighs the places of its trail by how near they are.
 */
const FOLDER = path.join(import.meta.dirname, 'versions');
const FILES = readdirSync(FOLDER).filter((f) => f.endsWith('.calm.json'));
const VALUES = JSON.parse(readFileSync(path.join(FOLDER, 'values.json'), 'utf8')) as Record<
  string,
  Record<string, number[]>
>;
const PLACES = [
  { point: [0.3, 0.1, -0.2], pixel: [0.3, 0.6] },
  { point: [-0.7, 0.4, 0.5], pixel: [0.8, 0.2] },
].map(({ point, pixel }) => ({ rest: point, world: point, uv: pixel, screen: pixel, phase: 0.3 }));

it('there is a file of every version', () => {
  const versions = FILES.map(
    (f) => (JSON.parse(readFileSync(path.join(FOLDER, f), 'utf8')) as { version: number }).version,
  );
  // Version 0 was never given to anybody; its migration is tested by itself.
  expect([...new Set(versions)].toSorted()).toEqual(Array.from({ length: VERSION - 1 }, (_, i) => i + 1));
});

describe.each(FILES.map((f) => [f] as const))('%s', (file) => {
  const piece = readPiece(readFileSync(path.join(FOLDER, file), 'utf8'));

  it('opens with nothing that does not fit, and is saved as this version', () => {
    expect(analyse(piece).problems).toEqual([]);
    expect(readPiece(writePiece(piece))).toEqual(piece);
    expect(piece.version).toBe(VERSION);
  });

  it('gives what it gave', async () => {
    for (const [strand, values] of Object.entries(VALUES[file.replace('.calm.json', '')]!)) {
      const now = await valuesOf(piece, strandById(piece, strand)!);
      now.forEach((v, i) => expect(v, `${strand}, number ${i}`).toBeCloseTo(values[i]!, 3));
    }
  });
});

async function valuesOf(piece: Piece, strand: Strand): Promise<number[]> {
  if (strand.kind !== 'form') {
    const evaluator = await Evaluator.make(piece, NO_ASSETS, [{ strand: strand.id }]);
    return [...evaluator.run(0, placeRows(PLACES), PLACES.length)];
  }
  const mesh = await bake(piece, NO_ASSETS, strand);
  const { positions } = await standing(piece, NO_ASSETS, strand, mesh!, 0.3);
  const sums = [0, 0, 0];
  positions.forEach((v, i) => (sums[i % 3]! += Math.abs(v)));
  return sums.map((sum) => sum / (positions.length / 3));
}
