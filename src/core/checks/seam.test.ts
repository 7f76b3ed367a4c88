import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STARTERS } from '@/demo';
import { setParam } from '../piece/edit';
import type { Piece } from '../piece/types';
import { measureSeam, SEAM_TOLERANCE } from './seam';

const veil = STARTERS[0]!.piece;
const readingOf = async (piece: Piece, strand: string) => (await measureSeam(piece)).find((r) => r.strand === strand)!;

describe('the seam', () => {
  it('whole turns close, and others do not', async () => {
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 1, max: 9 }), fc.constantFrom('sine', 'triangle', 'saw'), fc.double({ min: 0, max: 1, noNaN: true }), async (turns, wave, shift) => {
        const piece = [['turns', turns], ['wave', wave], ['shift', shift]].reduce((p, [k, v]) => setParam(p, 'breath', 't1', k as string, v!), veil);
        expect((await readingOf(piece, 'breath')).gap).toBeLessThan(SEAM_TOLERANCE);
        expect((await readingOf(setParam(setParam(piece, 'breath', 't1', 'turns', turns + 0.37), 'breath', 't1', 'wave', 'sine'), 'breath')).closes).toBe(false);
      }),
      { numRuns: 12 },
    );
  });

  it('measures the jump of a sine of 1.25 turns as half of its range', async () => {
    // From sin(0) = 0 to sin(2.5 pi) = 1 over a range of 2; the range is sampled, hence the margin.
    const r = await readingOf(setParam(veil, 'breath', 't1', 'turns', 1.25), 'breath');
    expect(r.gap).toBeGreaterThan(0.49);
    expect(r.gap).toBeLessThan(0.53);
  });

  it('names the step that breaks it and offers the nearest value that closes', async () => {
    const piece = setParam(veil, 'swell', 't2', 'evolve', 2.6);
    for (const strand of ['swell', 'tint', 'sea', 'wet silk'.replace(' ', '-')]) {
      const r = await readingOf(piece, strand);
      expect(r.closes).toBe(false);
      expect(r.breaks).toMatchObject({ strand: 'swell', step: 't2', name: 'Fractal', fixes: [{ param: 'evolve', value: 3, sentence: 'Set evolve to 3 cells' }] });
    }
    const { fixes } = (await readingOf(piece, 'swell')).breaks!;
    const mended = setParam(piece, fixes[0]!.strand, fixes[0]!.step, fixes[0]!.param, fixes[0]!.value);
    expect((await measureSeam(mended)).every((r) => r.closes)).toBe(true);
  });

  it('offers two values together where one alone does not mend', async () => {
    let piece = setParam(veil, 'swell', 't2', 'evolve', 2.6);
    piece = setParam(piece, 'swell', 't2', 'repeat', 4);
    piece = setParam(piece, 'swell', 't2', 'travel', [0.5, 0, 0]);
    const { fixes } = (await readingOf(piece, 'swell')).breaks!;
    expect(fixes.map((f) => f.param).sort()).toEqual(['evolve', 'travel']);
  });

  it('reports even motion alike on both sides, and a kink otherwise', async () => {
    const sine = await readingOf(setParam(veil, 'breath', 't1', 'turns', 1), 'breath');
    expect(sine.before).toBeCloseTo(sine.after, 4);
    expect(sine.before).toBeCloseTo(Math.sin((2 * Math.PI) / 240) / 2, 3);
  });

  it('leaves out what stands still', async () => {
    const still = setParam(setParam(veil, 'breath', 't1', 'turns', 0), 'swell', 't2', 'evolve', 0);
    expect(await measureSeam(still)).toEqual([]);
  });
});
