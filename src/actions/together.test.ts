import { describe, expect, it } from 'vitest';
import { addStep, addStrand, blankPiece } from '@/core/piece/edit';
import { severalBetween } from '@/core/piece/several';
import type { Piece } from '@/core/piece/types';
import { definitionOf } from '@/core/steps';
import { boundsOf, cellsInBox } from '../ui/lattice/cells-in-box';
import { isMixed, setTogether, tunedWith } from './together';

/** Two noises and a gain in one row, a third noise in another. */
function rows(): Piece {
  let piece = addStrand(blankPiece(), 'field', 'a', 'field.position');
  piece = addStep(piece, 's1', 1, 'field.noise');
  piece = addStep(piece, 's1', 2, 'field.gain');
  piece = addStep(piece, 's1', 3, 'field.noise');
  piece = addStrand(piece, 'field', 'b', 'field.position');
  return addStep(piece, 's2', 1, 'field.noise', { scale: 7 });
}

const paramOf = (op: string, id: string) => definitionOf(op)!.params.find((p) => p.id === id)!;

describe('several selected steps', () => {
  const piece = rows();
  const [, first, gain, last] = piece.strands[0]!.steps;
  const at = { strand: 's1', step: first!.id };

  it('are tuned together where they have the same parameter, and nowhere else', () => {
    const scale = paramOf('field.noise', 'scale');
    const row = severalBetween(piece, at, { strand: 's1', step: last!.id });
    expect(tunedWith(piece, row, at, scale)).toEqual([{ strand: 's1', step: last!.id }]);
    expect(tunedWith(piece, row, { strand: 's1', step: gain!.id }, paramOf('field.gain', 'by'))).toEqual([]);
    expect(tunedWith(piece, null, at, scale)).toEqual([]);
    const strands = severalBetween(piece, at, { strand: 's2', step: piece.strands[1]!.steps[0]!.id });
    const others = tunedWith(piece, strands, at, scale);
    expect(others.map((o) => o.strand)).toEqual(['s1', 's2']);
    const set = setTogether(piece, [at, ...others], 'scale', 3, 0);
    const scales = set.strands.flatMap((s) => s.steps.filter((t) => t.op === 'field.noise').map((t) => t.params.scale));
    expect(scales).toEqual([3, 3, 3]);
    expect([piece, set].map((p) => isMixed(p, [at, ...others], scale))).toEqual([true, false]);
    expect(isMixed(piece, [at, others[0]!], scale)).toBe(false);
  });
});

describe('a box over the lattice', () => {
  const cells = [0, 1, 2].flatMap((row) =>
    [0, 1, 2].map((column) => ({
      at: { strand: `s${row}`, step: `t${column}` },
      bounds: boundsOf(100 * column, 50 * row, 100 * column + 80, 50 * row + 30),
    })),
  );

  it('takes the first and the last cell that it touches, from whichever corner it is drawn', () => {
    const [a, b] = [boundsOf(90, 10, 230, 20), boundsOf(230, 20, 90, 10)];
    expect(a).toEqual(b);
    expect(cellsInBox(cells, a)).toEqual([cells[1]!.at, cells[2]!.at]);
    expect(cellsInBox(cells, boundsOf(70, 25, 120, 60))).toEqual([cells[0]!.at, cells[4]!.at]);
    expect(cellsInBox(cells, boundsOf(81, 0, 99, 200))).toBeNull();
  });
});
