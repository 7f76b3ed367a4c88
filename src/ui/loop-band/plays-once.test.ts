import { NO_ASSETS } from '@/core/assets/assets';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { copiesOf, frameAt, phaseX, wholeView, zoomed } from '@/actions/band-scale';
import { bake } from '@/core/forms/bake';
import { standing } from '@/core/forms/standing';
import { expose } from '@/core/piece/desk';
import { addStep, addStrand, blankPiece, setLoop, setParam } from '@/core/piece/edit';
import { EASES, type Keyed, type KeyOf, type Piece } from '@/core/piece/types';
import {
  Evaluator,
  keyedScalars,
  keysOf,
  moveKeys,
  pasteKeys,
  copyKeys,
  placeRows,
  spanOf,
  writePlayed,
} from '@/core/weave';

const once = (piece: Piece) => setLoop(piece, { frames: 40, rate: 20, play: 'once' });

async function valuesOf(piece: Piece, strand: string, phases: number[]): Promise<number[]> {
  const evaluator = await Evaluator.make(piece, NO_ASSETS, [{ strand }]);
  return [...evaluator.run(0, placeRows(phases.map((phase) => ({ phase }))), phases.length)];
}

const keys = fc.uniqueArray(
  fc.record({
    at: fc.integer({ min: 0, max: 39 }).map((n) => n / 40),
    value: fc.integer({ min: -2, max: 2 }),
    ease: fc.constantFrom(...EASES),
  }),
  { minLength: 1, maxLength: 5, selector: (k) => k.at },
);
const moments = (...at: number[]) => at.map((n) => ({ at: n / 40, value: 1, ease: 'held' as const }));

describe('what plays once', () => {
  it('has its first value before the first key and its last one after the last, on both processors', async () => {
    await fc.assert(
      fc.asyncProperty(keys, async (some) => {
        const keyed: Keyed = { keys: some };
        const piece = once(addStrand(blankPiece(), 'signal', 'a', 'signal.constant', { value: keyed }));
        const sorted = [...some].sort((a, b) => a.at - b.at);
        const phases = [0, sorted[0]!.at / 2, sorted.at(-1)!.at, (sorted.at(-1)!.at + 1) / 2, 0.999, 0.37];
        const values = await valuesOf(piece, 's1', phases);
        phases.forEach((phase, i) => expect(values[i]).toBeCloseTo(keyedScalars(keyed, phase, 'once')[0]!, 4));
        expect(values[1]).toBeCloseTo(sorted[0]!.value, 5);
        for (const after of [2, 3, 4]) expect(values[after]).toBeCloseTo(sorted.at(-1)!.value, 5);
      }),
      { numRuns: 25 },
    );
  });

  it.each<[string, string, Record<string, unknown>, number, number]>([
    ['an envelope is at rest', 'signal.envelope', { decay: 100 }, 0, 1],
    ['nothing is counted', 'signal.count', {}, 0, 0],
    ['a switch is off', 'signal.alternate', {}, 0, 1],
    ['a pulse is over', 'signal.pulse', { length: 10 }, 0, 1],
  ])('before the first moment %s', async (_, op, params, before, after) => {
    for (const [source, own] of [
      ['signal.moments', { moments: moments(10, 30) }],
      ['signal.every', { count: 2, shift: 0.5 }],
    ] as const) {
      let piece = once(addStrand(blankPiece(), 'signal', 'a', source, own));
      piece = addStep(piece, 's1', 1, op, params as never);
      const [first, then] = await valuesOf(piece, 's1', [0.1, 0.3]);
      expect(first).toBeCloseTo(before, 4);
      expect(then).toBeCloseTo(after, 1);
      const [looped] = await valuesOf(setLoop(piece, { play: 'loop' }), 's1', [0.1]);
      if (op === 'signal.count') expect(looped).toBe(1);
    }
  });

  it('is recorded to its end: nothing continues into the beginning', () => {
    const piece = once(
      expose(
        addStrand(blankPiece(), 'signal', 'a', 'signal.constant'),
        { strand: 's1', step: 't1', param: 'value' },
        { name: 'lift', value: 0, min: 0, max: 2 },
      ),
    );
    const played = Array.from({ length: 40 }, (_, n) => n / 20);
    const track = writePlayed(piece, 'c1', played, 0.3).piece.controls[0]!.track as Keyed;
    for (const [frame, value] of played.entries())
      expect(keyedScalars(track, frame / 40, 'once')[0]).toBeCloseTo(value, 2);
    expect(track.keys.at(-1)).toMatchObject({ at: 39 / 40, value: 39 / 20 });
  });

  it('copies that are late wait at the beginning', async () => {
    let piece = once(addStrand(blankPiece(), 'form', 'a', 'form.box'));
    piece = addStrand(piece, 'signal', 'up', 'signal.constant', {
      value: {
        keys: [
          { at: 0, value: 0, ease: 'linear' },
          { at: 0.9, value: 1, ease: 'linear' },
        ],
      },
    });
    piece = addStrand(piece, 'field', 'late', 'field.copy', { as: 'share' });
    piece = addStep(piece, 's3', 1, 'field.remap', { fromLow: 0, fromHigh: 1, low: 0, high: 0.3 });
    piece = addStep(piece, 's1', 1, 'form.push', { by: 1, amount: { link: 's2' }, along: 'y' });
    piece = addStep(piece, 's1', 2, 'form.nest', { count: 2, ratio: 1, turn: [0, 0, 0], delay: { link: 's3' } });
    const form = piece.strands[0]!;
    const mesh = (await bake(piece, NO_ASSETS, form))!;
    const heights = async (play: 'loop' | 'once') => {
      const { positions, copies } = await standing(setLoop(piece, { play }), NO_ASSETS, form, mesh, 0.1, {
        still: true,
      });
      const each = positions.length / 3 / copies.length;
      return copies.map((_, n) =>
        Math.max(...Array.from({ length: each }, (__, i) => positions[3 * (n * each + i) + 1]!)),
      );
    };
    const [first, second] = await heights('once');
    expect(second).toBeLessThan(first!);
    expect((await heights('loop'))[1]).toBeGreaterThan(first!);
  });

  it('has keys that stay within it, whatever is done to them', () => {
    const value: Keyed = { keys: [0.1, 0.8].map((at): KeyOf<number> => ({ at, value: at, ease: 'linear' })) };
    const piece = once(addStrand(blankPiece(), 'signal', 'a', 'signal.constant', { value }));
    const place = { strand: 's1', step: 't1', param: 'value' };
    const both = [0, 1].map((index) => ({ ...place, index }));
    expect(spanOf(piece, both)!.from).toBe(0.1);
    expect(spanOf(piece, both)!.length).toBeCloseTo(0.7);
    const at = (p: Piece) => keysOf(p, place)!.map((k) => k.at);
    expect(at(moveKeys(piece, both, 0.5))).toEqual([0.6, 39 / 40]);
    expect(at(moveKeys(piece, both, -0.5))[0]).toBe(0);
    const pasted = pasteKeys(setParam(piece, 's1', 't1', 'value', value), copyKeys(piece, both), 0.9, [place]);
    expect(Math.max(...at(pasted.piece))).toBeLessThan(1);
  });

  it('begins at the left edge of the band, and no frame is there twice', () => {
    const scale = { ...wholeView('once'), width: 1000 };
    expect(phaseX(0, scale)).toBe(0);
    expect(phaseX(1, scale)).toBeLessThan(1000);
    expect(copiesOf(0.9, scale)).toEqual([0.9]);
    expect([frameAt(-50, 40, scale), frameAt(0, 40, scale), frameAt(999, 40, scale)]).toEqual([0, 0, 39]);
    const near = { ...zoomed(wholeView('once'), 0.1, 0, 40), width: 1000 };
    expect(near.middle - near.side).toBeGreaterThanOrEqual(-1e-9);
    expect(copiesOf(0.9, near)).toEqual([]);
  });
});
