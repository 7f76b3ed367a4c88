import { NO_ASSETS } from '../assets/assets';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { setParam } from '../piece/edit';
import type { Piece } from '../piece/types';
import { from, piece, strand } from '@/demo/build';
import { EDGES_PER_WAVE, measureSampling, samplingMarks } from './sampling';

/** Sine waves along x, so many to the metre, that push a grid four metres wide. */
const sea = (
  waves: number,
  columns: number,
  wave: [string, Record<string, unknown>][] = [['wave', { count: waves, turns: 1 }]],
): Piece =>
  piece('Sea', '', [
    strand('field', 'waves', ['position'], ['pick', { channel: 'x or red' }], ...(wave as [string, never][])),
    strand(
      'form',
      'sea',
      ['grid', { columns, rows: 2, width: 4, depth: 1 }],
      ['push', { by: from('waves'), amount: 0.1 }],
    ),
  ]);

describe('sampling', () => {
  it('finds the columns that a sine needs, and says nothing once they are there', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.double({ min: 3, max: 11, noNaN: true }),
        fc.integer({ min: 5, max: 9 }),
        async (waves, part) => {
          const needed = 4 * waves * EDGES_PER_WAVE;
          const coarse = sea(waves, Math.round((needed * part) / 12));
          const readings = await measureSampling(coarse, NO_ASSETS);
          expect(readings).toHaveLength(1);
          const { fixes, factor, stepName, sentence } = readings[0]!;
          expect(stepName).toBe('Push');
          expect(factor / (needed / Math.round((needed * part) / 12))).toBeCloseTo(1, 1);
          expect(fixes.map((f) => f.param)).toEqual(['columns']);
          // Upwards to two figures.
          expect(Number(fixes[0]!.value)).toBeGreaterThan(0.97 * needed);
          expect(Number(fixes[0]!.value)).toBeLessThan(1.12 * needed + 1);
          expect(sentence).toMatch(/^needs about \d+ columns, has \d+$/);
          const mended = setParam(coarse, fixes[0]!.strand, fixes[0]!.step, 'columns', fixes[0]!.value);
          expect(await measureSampling(mended, NO_ASSETS)).toEqual([]);
        },
      ),
      { numRuns: 8 },
    );
  });

  it.each([1, 3, 20])(
    'says nothing of steps that leave all where it is, or move it as a whole: %d metres away',
    async (away) => {
      const neutral = (move: number[], turn: number[], size: number[]) =>
        ['transform', { move, turn, size }] as [string, never];
      const calm = piece('Sea', '', [
        strand(
          'form',
          'sea',
          ['grid', { columns: 9, rows: 9, width: 4, depth: 4 }],
          neutral([away, 0, away], [0, 0, 0], [1, 1, 1]),
          neutral([0, 0, 0], [0, 0, 0], [1, 1, 1]),
          neutral([0, 0, 0], [20, 30, 40], [2, 1, 0.5]),
        ),
      ]);
      expect(await measureSampling(calm, NO_ASSETS)).toEqual([]);
    },
  );

  it('comes to the same where there is no derivative and differences stand in', async () => {
    const sharp = await measureSampling(sea(8, 60), NO_ASSETS);
    const noSlope = await measureSampling(
      sea(8, 60, [['code', { text: 'return waveSine(8.0 * uintBitsToFloat(floatBitsToUint(v)) - p.phase);' }]]),
      NO_ASSETS,
    );
    expect(noSlope[0]!.factor / sharp[0]!.factor).toBeCloseTo(1, 1);
  });

  it('hears fine waves of little height beside a large slow one', async () => {
    const both = (columns: number) =>
      sea(0, columns, [['code', { text: 'return waveSine(0.25 * v) + 0.1 * waveSine(8.0 * v - p.phase);' }]]);
    const [reading] = await measureSampling(both(60), NO_ASSETS);
    expect(Number(reading!.fixes[0]!.value)).toBeGreaterThan(100);
    expect(await measureSampling(both(200), NO_ASSETS)).toEqual([]);
  });

  it('marks the edges that are too long where they stand, and none on a fine mesh', async () => {
    const coarse = sea(8, 60);
    const marks = await samplingMarks(coarse, NO_ASSETS, 'sea', 't2', 0.25);
    expect(marks.length).toBeGreaterThan(6 * 50);
    for (let i = 0; i < marks.length; i += 6) {
      // Both ends lie on the pushed sea, and the edge runs across.
      for (const at of [i, i + 3])
        expect(marks[at + 1]).toBeCloseTo(0.1 * Math.sin(2 * Math.PI * (8 * marks[at]! - 0.25)), 4);
      expect(Math.abs(marks[i + 3]! - marks[i]!)).toBeCloseTo(4 / 60, 4);
    }
    expect(await samplingMarks(sea(8, 400), NO_ASSETS, 'sea', 't2', 0.25)).toHaveLength(0);
  });

  it('lets a move that edges can follow be, however few there are', async () => {
    const box = piece('Box', '', [
      strand('form', 'box', ['box', {}], ['transform', { move: [3, 0, 0], turn: [20, 170, 40], size: [1, 4, 0.2] }]),
    ]);
    expect(await measureSampling(box, NO_ASSETS)).toEqual([]);
    const bent = piece('Bent', '', [
      strand('form', 'box', ['box', { size: [6, 1, 1] }], ['bend-form', { amount: 0.4 }]),
    ]);
    expect((await measureSampling(bent, NO_ASSETS))[0]).toMatchObject({
      stepName: 'Bend',
      fixes: [{ param: 'segments' }],
    });
  });

  it('counts in halvings where a step halves edges, and names the remedy where no number helps', async () => {
    const ball = piece('Ball', '', [
      strand('field', 'waves', ['position'], ['pick', { channel: 'y or green' }], ['wave', { count: 3 }]),
      strand('form', 'ball', ['icosphere', { times: 2 }], ['push', { by: from('waves'), amount: 0.05 }]),
    ]);
    const [reading] = await measureSampling(ball, NO_ASSETS);
    expect(reading!.fixes[0]).toMatchObject({ param: 'times' });
    expect(await measureSampling(setParam(ball, 'ball', 't1', 'times', reading!.fixes[0]!.value), NO_ASSETS)).toEqual(
      [],
    );
    const star = piece('Star', '', [
      strand('field', 'waves', ['position'], ['pick', { channel: 'y or green' }], ['wave', { count: 3 }]),
      strand('form', 'star', ['polygon', { corners: 5 }], ['push', { by: from('waves'), amount: 0.05 }]),
    ]);
    expect((await measureSampling(star, NO_ASSETS))[0]).toMatchObject({
      fixes: [],
      sentence: expect.stringContaining('Subdivide'),
    });
  });

  it('measures what can be measured alone: no points, no live step, a mesh that is refused', async () => {
    const waves = strand('field', 'waves', ['position'], ['pick', { channel: 'x or red' }], ['wave', { count: 9 }]);
    type Step = Parameters<typeof strand>[2];
    const push: Step = ['push', { by: from('waves'), amount: 0.2 }];
    const readings = (...steps: Step[]) =>
      measureSampling(piece('Sea', '', [waves, strand('form', 'sea', ...steps)]), NO_ASSETS);
    expect(await readings(['points-line', { count: 9 }], push)).toEqual([]);
    expect(await readings(['grid', { columns: 9 }])).toEqual([]);
    expect(await readings(['grid', { columns: 9 }], ['dots'], push)).toHaveLength(1);
    expect(await readings(['icosphere', { times: 9 }], ['subdivide', { times: 6 }], push)).toEqual([]);
    // What says more than where a point is moves none.
    expect(await readings(['grid', { columns: 9 }], ['paint', { colour: from('waves') }])).toEqual([]);
  });

  it('marks the edges of the step that is asked for alone', async () => {
    const two = piece('Two', '', [
      strand('field', 'fine', ['position'], ['pick', { channel: 'x or red' }], ['wave', { count: 11, turns: 1 }]),
      strand('field', 'slow', ['position'], ['pick', { channel: 'x or red' }], ['wave', { count: 0.25, turns: 1 }]),
      strand(
        'form',
        'sea',
        ['grid', { columns: 40, rows: 2, width: 4, depth: 1 }],
        ['push', { by: from('slow'), amount: 0.1 }],
        ['push', { by: from('fine'), amount: 0.1 }],
      ),
    ]);
    expect((await measureSampling(two, NO_ASSETS)).map((r) => r.step)).toEqual(['t3']);
    expect(await samplingMarks(two, NO_ASSETS, 'sea', 't2', 0.25)).toHaveLength(0);
    expect((await samplingMarks(two, NO_ASSETS, 'sea', 't3', 0.25)).length).toBeGreaterThan(0);
  });
});
