import { NO_ASSETS } from '../assets/assets';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STARTERS } from '@/demo';
import { coarse } from '@/demo/testing';
import { addStep, addStrand, blankPiece, setParam } from '../piece/edit';
import type { Piece, Step, Vector } from '../piece/types';
import { measureSeam } from './seam';
import { hasKink, SEAM_TOLERANCE, type Kink } from './seam-measure';

const veil = coarse(STARTERS[0]!.piece);
const readingOf = async (piece: Piece, strand: string) =>
  (await measureSeam(piece, NO_ASSETS)).find((r) => r.strand === strand)!;

async function mendedBy(piece: Piece, strand: string): Promise<Piece> {
  const [mend] = (await readingOf(piece, strand)).breaks!.mends;
  return mend!.reduce((p, f) => setParam(p, f.strand, f.step, f.param, f.value), piece);
}

describe('the seam', () => {
  it('whole turns close, and others do not', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 1, max: 9 }),
        fc.constantFrom('sine', 'triangle', 'saw'),
        fc.double({ min: 0, max: 1, noNaN: true }),
        async (turns, wave, shift) => {
          const piece = [
            ['turns', turns],
            ['wave', wave],
            ['shift', shift],
          ].reduce((p, [k, v]) => setParam(p, 'breath', 't1', k as string, v!), veil);
          expect((await readingOf(piece, 'breath')).gap).toBeLessThan(SEAM_TOLERANCE);
          expect(
            (
              await readingOf(
                setParam(setParam(piece, 'breath', 't1', 'turns', turns + 0.37), 'breath', 't1', 'wave', 'sine'),
                'breath',
              )
            ).closes,
          ).toBe(false);
        },
      ),
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
      expect(r.breaks).toMatchObject({
        strand: 'swell',
        step: 't2',
        name: 'Fractal',
        mends: [[{ param: 'evolve', value: 3, sentence: 'Set evolve to 3 cells' }]],
      });
    }
    expect((await measureSeam(await mendedBy(piece, 'swell'), NO_ASSETS)).every((r) => r.closes)).toBe(true);
  });

  it('offers two values together where one alone does not mend', async () => {
    let piece = setParam(veil, 'swell', 't2', 'evolve', 2.6);
    piece = setParam(piece, 'swell', 't2', 'repeat', 4);
    piece = setParam(piece, 'swell', 't2', 'travel', [0.5, 0, 0]);
    const { mends } = (await readingOf(piece, 'swell')).breaks!;
    expect(mends.map((mend) => mend.map((f) => f.param).sort())).toEqual([['evolve', 'travel']]);
    expect((await measureSeam(await mendedBy(piece, 'swell'), NO_ASSETS)).every((r) => r.closes)).toBe(true);
  });

  it.each<[string, Vector, string[]]>([
    ['whole repeats of a noise that never repeats', [2, 0, 0], ['repeat']],
    ['backwards', [0, -1, 0], ['repeat']],
    ['parts of repeats', [1.4, 0, 0], ['repeat', 'travel']],
  ])('a noise that travels closes by a repeat: %s', async (_, travel, params) => {
    const piece = setParam(veil, 'swell', 't2', 'travel', travel);
    const { breaks } = await readingOf(piece, 'swell');
    expect(breaks!.mends.map((mend) => mend.map((f) => f.param).sort())).toEqual([params]);
    expect((await measureSeam(await mendedBy(piece, 'swell'), NO_ASSETS)).every((r) => r.closes)).toBe(true);
  });

  it('reports even motion alike on both sides, and a kink otherwise', async () => {
    const sine = await readingOf(setParam(veil, 'breath', 't1', 'turns', 1), 'breath');
    expect(sine.before).toBeCloseTo(sine.after, 4);
    expect(sine.before).toBeCloseTo(Math.sin((2 * Math.PI) / 240) / 2, 3);
  });

  it('a kink is a change of speed that can be seen', () => {
    expect(hasKink({ before: 25.2, after: 2.28 }, 0.5)).toBe(true);
    expect(hasKink({ before: 2.2, after: 2.28 }, 0.5)).toBe(false);
    expect(hasKink({ before: 0.01, after: 0.4 }, 0.5)).toBe(false);
  });

  it.each<[string, string, Kink]>([
    ['that sets off at once and comes to rest slowly', 'phase * (1. - phase) * (1. - phase)', 'seam'],
    ['of a wave', 'sin(6.2831853 * phase)', 'none'],
    ['by jumps, ten in the loop', 'fract(floor(phase * 10. + 1e-4) * 0.7)', 'throughout'],
  ])('says where motion changes its speed: motion %s', async (_, text, kink) => {
    const piece = addStrand(blankPiece(), 'signal', 'own', 'signal.constant', { value: 1 });
    const [reading] = await measureSeam(addStep(piece, 's1', 1, 'signal.formula', { text }), NO_ASSETS);
    expect(reading).toMatchObject({ closes: true, kink });
  });

  it('grain that is new from moment to moment has no kink of its own', async () => {
    const painted = addStrand(blankPiece(), 'finish', 'film', 'finish.paint', { colour: [0.5, 0.5, 0.5] });
    const [reading] = await measureSeam(addStep(painted, 's1', 1, 'finish.grain', { changes: 24 }), NO_ASSETS);
    expect(reading).toMatchObject({ closes: true, before: expect.not.closeTo(0, 3), after: 0, kink: 'throughout' });
  });

  /** A box that is pushed by a wave of as many turns as a field says, six times in place. */
  const turnsOf = (source: string, params: Step['params'], high: number): Piece => {
    let piece = addStrand(blankPiece(), 'field', 'speed', source, params);
    piece = addStep(piece, 's1', 1, 'field.remap', { fromLow: 0, fromHigh: 1, low: 0, high, hold: 'goes on' });
    piece = addStrand(piece, 'field', 'height', 'field.position', {});
    piece = addStep(piece, 's2', 1, 'field.pick', { channel: 'y or green' });
    piece = addStep(piece, 's2', 2, 'field.wave', { count: 0.7, turns: { link: 's1' } });
    piece = addStrand(piece, 'form', 'box', 'form.box', {});
    piece = addStep(piece, 's3', 1, 'form.push', { by: { link: 's2' }, amount: 0.5 });
    return addStep(piece, 's3', 2, 'form.nest', { count: 6, ratio: 0.8 });
  };

  it.each<[string, string, Step['params']]>([
    ['the copy', 'field.copy', { as: 'count' }],
    ['the face', 'field.face', {}],
  ])('finds jumps of motion that depends on %s', async (_, source, params) => {
    const readings = await measureSeam(turnsOf(source, params, 0.5), NO_ASSETS);
    expect(readings.filter((r) => !r.closes).map((r) => r.name)).toEqual(['height', 'box']);
    // Every copy, face or colour makes whole turns or none.
    expect((await measureSeam(turnsOf('field.copy', { as: 'count' }, 2), NO_ASSETS)).every((r) => r.closes)).toBe(true);
  });

  it('what happens within a frame or two does not stand still', async () => {
    const piece = addStrand(blankPiece(), 'signal', 'blink', 'signal.constant', { value: 1 });
    const [reading] = await measureSeam(
      addStep(piece, 's1', 1, 'signal.formula', { text: 'step(0.4501, phase) - step(0.4599, phase)' }),
      NO_ASSETS,
    );
    expect(reading).toMatchObject({ moves: true, closes: true });
  });

  it('looks at each pass of a finish step, not at its last alone', async () => {
    let piece = addStrand(blankPiece(), 'signal', 'beat', 'signal.cycle', { turns: 1.25 });
    piece = addStrand(piece, 'finish', 'out', 'finish.shoot');
    piece = addStep(piece, 's2', 1, 'finish.glow', { threshold: { link: 's1' } });
    const reading = await readingOf(piece, 's2');
    expect(reading).toMatchObject({ closes: false, moves: true, breaks: { strand: 's1', name: 'Cycle' } });
  });

  it('leaves out what stands still', async () => {
    const still = setParam(setParam(veil, 'breath', 't1', 'turns', 0), 'swell', 't2', 'evolve', 0);
    expect(await measureSeam(still, NO_ASSETS)).toEqual([]);
  });
});
