import { NO_ASSETS } from '../../../assets/assets';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addStep, addStrand, blankPiece, setLoop, setParam } from '../../../piece/edit';
import type { Loop, Piece, Step } from '../../../piece/types';
import { Evaluator, placeRows } from '../../../weave';

type Row = [op: string, params?: Step['params']][];

/** Ten seconds of 20 frames each. */
const LOOP: Partial<Loop> = { frames: 200, rate: 20 };

function signal(row: Row, loop: Partial<Loop> = LOOP): Piece {
  let piece = setLoop(addStrand(blankPiece(), 'signal', 'own', `signal.${row[0]![0]}`, row[0]![1]), loop);
  row.slice(1).forEach(([op, params], i) => (piece = addStep(piece, 's1', i + 1, `signal.${op}`, params)));
  return addStrand(piece, 'signal', 'slope', 'signal.keys', {
    keys: [
      { at: 0, value: 0, ease: 'linear' },
      { at: 0.9999, value: 0.9999, ease: 'linear' },
    ],
  });
}

/** What a row comes to at frames, as rows of one or three numbers. */
async function atFrames(row: Row, frames: number[], loop: Partial<Loop> = LOOP): Promise<number[][]> {
  const piece = signal(row, loop);
  const evaluator = await Evaluator.make(piece, NO_ASSETS, [{ strand: 's1' }]);
  const width = evaluator.width(0);
  const values = evaluator.run(0, placeRows(frames.map((f) => ({ phase: f / piece.loop.frames }))), frames.length);
  return frames.map((_, i) => [...values.subarray(i * width, (i + 1) * width)]);
}

const placed = (...at: [frame: number, strength?: number][]): Row[number] => [
  'moments',
  { moments: at.map(([frame, value = 1]) => ({ at: frame / 200, value, ease: 'held' as const })) },
];
const near = (rows: number[][], wanted: number[][]) =>
  wanted.forEach((row, i) => row.forEach((v, k) => expect(rows[i]![k], `${i}, ${k}`).toBeCloseTo(v, 2)));

describe('moments', () => {
  it('that are placed give seconds since the last, its number, its strength; first comes what was last', async () => {
    const rows = await atFrames([placed([60, 0.5], [20], [160, 0.25])], [0, 19, 20, 40, 60, 159, 160, 199, 200]);
    near(rows, [
      [2, 2, 0.25],
      [2.95, 2, 0.25],
      [0, 0, 1],
      [1, 0, 1],
      [0, 1, 0.5],
      [4.95, 1, 0.5],
      [0, 2, 0.25],
      [1.95, 2, 0.25],
      [2, 2, 0.25],
    ]);
  });

  it('that are even come so many times in a loop, or every so many beats of the tempo', async () => {
    near(await atFrames([['every', { count: 4 }]], [0, 50, 75, 150, 199]), [
      [0, 0, 1],
      [0, 1, 1],
      [1.25, 1, 1],
      [0, 3, 1],
      [2.45, 3, 1],
    ]);
    // 20 beats at 120 in ten seconds; every fifth is one of four.
    near(await atFrames([['every', { count: 5, of: 'beats' }]], [50, 55], { ...LOOP, tempo: 120 }), [
      [0, 1, 1],
      [0.25, 1, 1],
    ]);
    near(await atFrames([['every', { count: 2, shift: 0.5 }]], [0, 50]), [
      [2.5, 1, 1],
      [0, 0, 1],
    ]);
  });

  it('at random come once in each part, as far apart as is asked for, the same at any time', async () => {
    const frames = Array.from({ length: 200 }, (_, f) => f);
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 0, max: 99 }), async (count, seed) => {
        const rows = await atFrames([['scattered', { count, seed, apart: 0.5, weakest: 0.3 }]], frames);
        const at = rows.map(([since], f) => f / 20 - since!);
        const times = [...new Set(at.map((t) => Math.round(1000 * (((t % 10) + 10) % 10))))].sort((a, b) => a - b);
        const distinct = times.filter((t, i) => i === 0 || t - times[i - 1]! > 20);
        // Rounding may tell one twice, over the seam.
        expect(new Set(rows.map((r) => r[1])).size).toBeLessThanOrEqual(count);
        expect(distinct.length).toBeLessThanOrEqual(count + 1);
        for (let i = 1; i < distinct.length; i++)
          expect(distinct[i]! - distinct[i - 1]!).toBeGreaterThan((0.5 * 10_000) / count - 25);
        for (const [since, , strength] of rows) {
          expect(since).toBeGreaterThanOrEqual(0);
          expect(strength).toBeGreaterThanOrEqual(0.3 - 1e-6);
          expect(strength).toBeLessThanOrEqual(1);
        }
      }),
      { numRuns: 12 },
    );
  });
});

describe('from moments', () => {
  const two = placed([20], [120, 0.5]);

  it('an envelope rises, stays and falls, as strong as the moment', async () => {
    const row: Row = [two, ['envelope', { attack: 1, hold: 0.5, decay: 2, bend: 2 }]];
    near(await atFrames(row, [20, 30, 40, 50, 70, 90, 130, 140]), [[0], [0.5], [1], [1], [0.25], [0], [0.25], [0.5]]);
    // Without an attack it is there at once, and what feels nothing is as strong as any.
    const flat: Row = [two, ['envelope', { attack: 0, hold: 0, decay: 1, bend: 1, feel: 0 }]];
    near(await atFrames(flat, [20, 30, 120]), [[1], [0.5], [1]]);
  });

  it('envelopes that overlap are added, those of the round before too, unless the piece plays once', async () => {
    const added = { attack: 0, hold: 0, decay: 8, bend: 1, feel: 0, overlap: 'added' };
    const row: Row = [two, ['envelope', added]];
    // 1 - t / 8 of each: half a second after one and 5.5 after the other; at one, 5 after the last of the round before.
    near(await atFrames(row, [130, 20]), [[0.9375 + 0.3125], [1 + 0.375]]);
    // Longer than the loop it is added to itself; eight at most.
    near(await atFrames([placed([0]), ['envelope', { ...added, decay: 40 }]], [100]), [
      [0.875 + 0.625 + 0.375 + 0.125],
    ]);
    const many = placed(...Array.from({ length: 20 }, (_, i): [number] => [10 * i]));
    near(await atFrames([many, ['envelope', { ...added, attack: 0, hold: 100 }]], [195]), [[8]]);
  });

  it('a pulse lasts whole frames, a switch goes over in turn, a count begins again', async () => {
    near(await atFrames([two, ['pulse', { length: 3 }]], [19, 20, 22, 23, 122, 123]), [[0], [1], [1], [0], [0.5], [0]]);
    near(await atFrames([two, ['alternate', {}]], [10, 20, 119, 120]), [[0], [1], [1], [0]]);
    near(await atFrames([two, ['alternate', { glide: 1 }]], [30]), [[0.5]]);
    near(
      await atFrames(
        [
          ['every', { count: 5 }],
          ['count', { modulo: 3, from: 7 }],
        ],
        [0, 40, 80, 120, 160],
      ),
      [[7], [8], [9], [7], [8]],
    );
  });

  it('one of several numbers is chosen in order, or at random but always the same', async () => {
    const numbers = { among: 3, first: 5, second: 6, third: 7 };
    near(
      await atFrames(
        [
          ['every', { count: 4 }],
          ['choose', numbers],
        ],
        [0, 50, 100, 150],
      ),
      [[5], [6], [7], [5]],
    );
    const random: Row = [
      ['every', { count: 20 }],
      ['choose', { ...numbers, order: 'at random', seed: 3 }],
    ];
    const frames = Array.from({ length: 20 }, (_, i) => 10 * i);
    const drawn = (await atFrames(random, frames)).flat();
    expect(new Set(drawn)).toEqual(new Set([5, 6, 7]));
    expect((await atFrames(random, [...frames].reverse())).flat().reverse()).toEqual(drawn);
  });

  it('a number that goes on is held as it was at the last moment, over the seam too', async () => {
    const row: Row = [two, ['hold', { value: { link: 's2' } }]];
    near(await atFrames(row, [20, 60, 119, 120, 199, 0, 19]), [[0.1], [0.1], [0.1], [0.6], [0.6], [0.6], [0.6]]);
  });

  it('keys are held as they were', async () => {
    const keys = [
      { at: 0, value: -1, ease: 'linear' as const },
      { at: 0.5, value: 1, ease: 'linear' as const },
    ];
    near(await atFrames([two, ['hold', { value: { keys } }]], [100, 130]), [[-0.6], [0.6]]);
  });

  it('hold before the first moment what the loop held last; nothing came before one that plays once', async () => {
    const phase: Row = [placed([150]), ['hold', {}]];
    const at = async (play: Loop['play']) => {
      const piece = signal(phase, { ...LOOP, play });
      const text = addStep(addStrand(piece, 'signal', 'now', 'signal.constant', {}), 's3', 1, 'signal.formula', {
        text: 'phase',
      });
      const linked = setParam(text, 's1', 't2', 'value', { link: 's3' });
      const evaluator = await Evaluator.make(linked, NO_ASSETS, [{ strand: 's1' }]);
      return evaluator.run(0, placeRows([{ phase: 0.1 }, { phase: 0.8 }]), 2);
    };
    const [before, after] = await at('loop');
    expect(before).toBeCloseTo(0.75, 4);
    expect(after).toBeCloseTo(0.75, 4);
    expect((await at('once'))[0]).toBeCloseTo(0, 4);
  });

  it('seconds since the last follow the frame rate', async () => {
    near(await atFrames([two, ['since', {}]], [40], { frames: 200, rate: 40 }), [[0.5]]);
  });
});

describe('wander', () => {
  it('closes, stays within 1, is 0 at its knots, and is another one for another seed', async () => {
    const frames = Array.from({ length: 201 }, (_, f) => f);
    const walk = async (seed: number, octaves: number) =>
      (await atFrames([['wander', { count: 5, octaves, seed }]], frames)).flat();
    const smooth = await walk(1, 1);
    expect(smooth[200]).toBeCloseTo(smooth[0]!, 5);
    for (const knot of [0, 40, 80, 120, 160]) expect(smooth[knot]).toBeCloseTo(0, 4);
    for (const value of [...smooth, ...(await walk(2, 4))]) expect(Math.abs(value)).toBeLessThanOrEqual(1);
    expect(smooth.some((v, i) => Math.abs(v) > 0.1 && i % 40 !== 0)).toBe(true);
    expect(await walk(2, 1)).not.toEqual(smooth);
  });
});
