import { describe, expect, it } from 'vitest';
import { addStep, addStrand, blankPiece } from '../../piece/edit';
import { analyse } from '../analysis/analyse';
import { drawnBefore, drawnEnds, MAX_BRANCHES } from './plan';
import { weave } from './weave';

/** A finish that lays other pictures over its own, one after the other. */
function joined(pictures: readonly number[]) {
  let piece = addStrand(blankPiece(), 'finish', 'out', 'finish.paint');
  const count = Math.max(...pictures) + 1;
  for (let i = 0; i < count; i++) piece = addStrand(piece, 'finish', `other ${i}`, 'finish.paint');
  for (const [i, n] of pictures.entries())
    piece = addStep(piece, 's1', i + 1, 'finish.blend', { picture: { link: `s${n + 2}` } });
  return piece;
}

describe('the passes of a finish', () => {
  it.each([
    [[0, 1, 2, 3], []],
    [[0, 1, 2, 3, 4, 5], [5]],
    [[0, 1, 0, 1, 0, 1, 0, 1], []],
    [
      [0, 1, 2, 3, 4, 0, 5, 6, 7],
      [5, 9],
    ],
  ])('with the pictures %j begin again before the steps %j, so that none is left out', (pictures, begins) => {
    const piece = joined(pictures);
    const analysis = analyse(piece);
    const rows = analysis.types.get('s1')!;
    expect(drawnBefore(rows)).toEqual(begins);
    const read = drawnEnds(rows).flatMap((end) => {
      const { branches } = weave(piece, analysis, [{ strand: 's1', step: rows[end]!.step.id }]);
      expect(branches.length).toBeLessThanOrEqual(MAX_BRANCHES);
      return branches.map((b) => b.strand);
    });
    expect(new Set(read).size).toBe(new Set(pictures).size);
  });
});
