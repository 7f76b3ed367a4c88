import { NO_ASSETS } from '../assets/assets';
import { describe, expect, it } from 'vitest';
import { measureSeam } from '../checks/seam';
import { addStep, addStrand, blankPiece, setParam } from '../piece/edit';
import type { Piece, Value } from '../piece/types';
import { skinOf } from '../mesh/skin';
import { analyse, Evaluator } from '../weave';
import { bake } from './bake';
import { placesOf } from './place-rows';
import { copyPlaces, standing } from './standing';

type Row = [op: string, params?: Record<string, Value>][];
type Point = [number, number, number];

/** A box with these steps after it: t2, t3, and so on. */
const formOf = (row: Row): Piece =>
  row.reduce(
    (piece, [op, params], i) => addStep(piece, 's1', i + 1, op, params ?? {}),
    addStrand(blankPiece(), 'form', 'body', 'form.box', { size: [0.2, 0.2, 0.2] }),
  );

/** Where the first vertex of every copy stands. */
async function spots(piece: Piece, phase = 0): Promise<Point[]> {
  expect(analyse(piece).problems).toEqual([]);
  const strand = piece.strands[0]!;
  const { positions, once, copies } = await standing(
    piece,
    NO_ASSETS,
    strand,
    (await bake(piece, NO_ASSETS, strand))!,
    phase,
  );
  const each = once.origin.length;
  return copies.map((_, n) => [...positions.subarray(3 * n * each, 3 * n * each + 3)].map((v) => v + 0) as Point);
}

const row = (count: number, shift: Point, rest: Record<string, Value> = {}): [string, Record<string, Value>] => [
  'form.nest',
  { count, ratio: 1, turn: [0, 0, 0], shift, ...rest },
];

describe('copies of copies', () => {
  it('multiply: three in a row, eight rows of them', async () => {
    const [origin] = await spots(formOf([row(1, [0, 0, 0])]));
    const all = await spots(formOf([row(3, [1, 0, 0]), row(8, [0, 1, 0])]));
    expect(all).toHaveLength(24);
    for (const [n, [x, y, z]] of all.entries()) {
      expect(x - origin![0]).toBeCloseTo(n % 3, 5);
      expect(y - origin![1]).toBeCloseTo(Math.floor(n / 3), 5);
      expect(z - origin![2]).toBeCloseTo(0, 5);
    }
  });

  it('do so for three steps, and a fourth is said to have no effect', async () => {
    const block = [row(2, [1, 0, 0]), row(3, [0, 1, 0]), row(4, [0, 0, 1])];
    const all = await spots(formOf(block));
    expect(new Set(all.map((p) => p.map((v) => v.toFixed(3)).join())).size).toBe(24);
    const four = formOf([...block, row(2, [5, 0, 0])]);
    expect(analyse(four).problems.map((p) => p.sentence)).toEqual([expect.stringMatching(/at most 3 steps/)]);
    const mesh = (await bake(four, NO_ASSETS, four.strands[0]!))!;
    expect(mesh.copies!.at.length / 3).toBe(24);
  });

  it('stand on two forms, one after the other', async () => {
    let piece = addStrand(formOf([]), 'form', 'triangle', 'form.polygon', { corners: 3, radius: 1 });
    piece = addStrand(piece, 'form', 'square', 'form.polygon', { corners: 4, radius: 10 });
    piece = addStep(piece, 's1', 1, 'form.copies', { on: { link: 's2' }, size: [0, 0, 0] });
    piece = addStep(piece, 's1', 2, 'form.copies', { on: { link: 's3' } });
    const at = async (id: string) =>
      (await bake(
        piece,
        NO_ASSETS,
        piece.strands.find((s) => s.id === id)!,
      ))!.positions;
    const [three, four] = [await at('s2'), await at('s3')];
    const all = await spots(piece);
    expect(all).toHaveLength(12);
    for (const [n, spot] of all.entries())
      for (let k = 0; k < 3; k++)
        expect(spot[k]).toBeCloseTo(three[3 * (n % 3) + k]! + four[3 * Math.floor(n / 3) + k]!, 4);
  });

  it('have a number, a count and a delay at each step', async () => {
    let piece = formOf([row(3, [1, 0, 0]), row(4, [0, 1, 0])]);
    piece = addStrand(piece, 'field', 'own number', 'field.copy', { as: 'count' });
    piece = addStrand(piece, 'field', 'of the second', 'field.copy', { as: 'count', among: 'second step' });
    piece = addStrand(piece, 'field', 'how many', 'field.copy', { as: 'how many', among: 'first step' });
    const delay = async (first: Value, second: Value) => {
      const own = setParam(setParam(piece, 's1', 't2', 'delay', first), 's1', 't3', 'delay', second);
      const skin = skinOf((await bake(own, NO_ASSETS, own.strands[0]!))!);
      const evaluator = await Evaluator.make(own, NO_ASSETS, [{ strand: 's1' }]);
      return copyPlaces(skin).map((copy) => evaluator.attribute('delay', placesOf(skin, 0, copy), 1)![0]!);
    };
    // Each step's link counts its own copies; the delays add up.
    expect(await delay({ link: 's2' }, 0)).toEqual([0, 1, 2, 0, 1, 2, 0, 1, 2, 0, 1, 2]);
    expect(await delay(0, { link: 's2' })).toEqual([0, 0, 0, 1, 1, 1, 2, 2, 2, 3, 3, 3]);
    expect(await delay({ link: 's2' }, { link: 's2' })).toEqual([0, 1, 2, 1, 2, 3, 2, 3, 4, 3, 4, 5]);
    expect(await delay({ link: 's3' }, 0)).toEqual([0, 0, 0, 1, 1, 1, 2, 2, 2, 3, 3, 3]);
    expect(await delay(0, { link: 's4' })).toEqual(new Array(12).fill(3));
  });

  it('close where each step moves on by whole copies, and the seam says so', async () => {
    const closes = async (first: number, second: number) => {
      const piece = formOf([row(3, [1, 0, 0], { moves: first }), row(8, [0, 1, 0], { moves: second })]);
      return (await measureSeam(piece, NO_ASSETS)).find((r) => r.strand === 's1')?.closes;
    };
    expect(await closes(1, 0)).toBe(true);
    expect(await closes(1, 2)).toBe(true);
    expect(await closes(1, 0.5)).toBe(false);
    expect(await closes(0.5, 1)).toBe(false);
  });

  it('keep what is painted under them', async () => {
    const piece = formOf([['form.paint', { colour: '#ff0000' }], row(2, [1, 0, 0]), row(2, [0, 1, 0])]);
    const { tint } = await standing(
      piece,
      NO_ASSETS,
      piece.strands[0]!,
      (await bake(piece, NO_ASSETS, piece.strands[0]!))!,
      0,
    );
    expect([...tint!.subarray(0, 3)]).toEqual([1, 0, 0]);
  });
});
