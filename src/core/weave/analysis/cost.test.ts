import { NO_ASSETS } from '../../assets/assets';
import { describe, expect, it } from 'vitest';
import { STARTERS } from '@/demo';
import { addStep, addStrand, blankPiece } from '../../piece/edit';
import type { Piece } from '../../piece/types';
import { CATALOGUE, outputType } from '../../steps';
import { analyse } from './analyse';
import { costOf, MAX_OWN_COST } from './cost';
import { Evaluator } from '../running/evaluate';

/** A fractal and so many steps that ask for the row before them four times. */
function relief(count: number): Piece {
  let piece = addStep(addStrand(blankPiece(), 'field', 'x', 'field.position'), 's1', 1, 'field.fractal');
  for (let i = 0; i < count; i++) {
    piece = addStep(piece, 's1', 2 + 2 * i, 'field.slope');
    piece = addStep(piece, 's1', 3 + 2 * i, 'field.pick');
  }
  return piece;
}

describe('what a row takes', () => {
  it('no step of the catalogue takes more than is taken for it', () => {
    for (const definition of CATALOGUE) {
      for (const takes of definition.takes.length > 0 ? definition.takes : [null]) {
        const resolved = definition.resolve?.({ params: {} }, takes) ?? definition;
        if (resolved.glsl)
          expect(costOf(resolved, takes, outputType(resolved, takes)).own, definition.op).toBeLessThanOrEqual(
            MAX_OWN_COST,
          );
      }
    }
  });

  it.each([1, 2, 3, 4, 5, 6])(
    'what is too much is a problem of the step, and the rest runs: %d reliefs',
    async (count) => {
      const piece = relief(count);
      const problems = analyse(piece).problems.filter((p) => /operations at every place/.test(p.sentence));
      if (count <= 3) expect(analyse(piece).problems).toEqual([]);
      if (count >= 5)
        expect(problems[0]).toMatchObject({
          strand: 's1',
          sentence: expect.stringMatching(/^"Height to normal" would make this row take/),
        });
      await expect(Evaluator.make(piece, NO_ASSETS, [{ strand: 's1' }])).resolves.toBeDefined();
    },
  );

  it('counts what links bring once, however many strands share it', async () => {
    let piece = addStep(addStrand(blankPiece(), 'field', 'a', 'field.position'), 's1', 1, 'field.cells');
    // Each strand takes from the one before twice: written out, the first would be worked out 2^40 times.
    for (let i = 2; i <= 40; i++) {
      piece = addStrand(piece, 'field', `n${i}`, 'field.from', { value: { link: `s${i - 1}` } });
      piece = addStep(piece, `s${i}`, 1, 'field.join', { how: 'add', other: { link: `s${i - 1}` } });
    }
    expect(analyse(piece).problems).toEqual([]);
    await expect(Evaluator.make(piece, NO_ASSETS, [{ strand: 's40' }])).resolves.toBeDefined();
  });

  it('a row that asks for another for each face, and that for a third, is counted through', async () => {
    let piece = relief(2);
    piece = addStrand(piece, 'field', 'y', 'field.position');
    for (let i = 0; i < 24; i++)
      piece = addStep(
        piece,
        's2',
        1 + i,
        i === 0 ? 'field.distort' : 'field.origin',
        i === 0 ? { amount: { link: 's1' } } : {},
      );
    piece = addStep(piece, 's2', 25, 'field.cells');
    for (let i = 0; i < 3; i++)
      piece = addStep(addStep(piece, 's2', 26 + 2 * i, 'field.slope'), 's2', 27 + 2 * i, 'field.pick');
    await expect(Evaluator.make(piece, NO_ASSETS, [{ strand: 's2' }])).resolves.toBeDefined();
  });

  it('nothing in the starters is too much', () => {
    for (const { piece } of STARTERS) expect(analyse(piece).problems, piece.name).toEqual([]);
  });

  it('a row of 2,000 of the dearest steps is said at the first that is too much', async () => {
    let piece = addStrand(blankPiece(), 'field', 'x', 'field.position');
    const steps = Array.from({ length: 1999 }, (_, i) => ({
      id: `t${i + 2}`,
      op: i % 2 === 0 ? 'field.cells' : 'field.combine',
      params: {},
    }));
    piece = {
      ...piece,
      strands: [
        {
          ...piece.strands[0]!,
          steps: [
            ...piece.strands[0]!.steps,
            ...steps.map((s, i) =>
              i % 2 === 0 ? s : { ...s, op: 'field.formula', params: { text: 'vec3(v)', gives: 'vector' } },
            ),
          ],
        },
      ],
    };
    const problem = analyse(piece).problems.find((p) => /operations/.test(p.sentence));
    expect(problem).toBeDefined();
    await expect(Evaluator.make(piece, NO_ASSETS, [{ strand: 's1' }])).resolves.toBeDefined();
  });

  it('a row is counted roughly first, and what asks for the row before it exactly', () => {
    // Far from the limit nothing is said, however many steps of one place there are; each that asks multiplies.
    let many = addStrand(blankPiece(), 'field', 'x', 'field.position');
    for (let i = 0; i < 60; i++) many = addStep(many, 's1', 1 + i, 'field.scale');
    expect(analyse(many).problems).toEqual([]);
    expect(analyse(relief(5)).problems.length).toBeGreaterThan(0);
  });
});
