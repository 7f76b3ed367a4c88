import { NO_ASSETS } from '../assets/assets';
import { describe, expect, it } from 'vitest';
import { STARTERS } from '@/demo';
import { addStep, addStrand, blankPiece } from '../piece/edit';
import type { Piece } from '../piece/types';
import { analyse, Evaluator, isMark, placeRows } from '../weave';
import { canLook, histogramOf, lookPiece } from './look';

const veil = STARTERS.find((s) => s.id === 'tidewater-veil')!.piece;
const field = veil.strands.find((s) => s.kind === 'field')!;
const stage = (piece: Piece) => piece.strands.find((s) => s.kind === 'stage')!;
const finish = (piece: Piece) => piece.strands.filter((s) => s.kind === 'finish');

describe('looking at a step', () => {
  it('on objects: all that stands wears a surface of the raw values, and lights and backgrounds are gone', async () => {
    const look = lookPiece(veil, { strand: field.id, step: field.steps[0]!.id }, 'objects')!;
    expect(analyse(look).problems).toEqual([]);
    expect(finish(look)).toHaveLength(1);
    const standing = stage(look).steps.filter((s) => s.op === 'stage.place');
    expect(standing.length).toBe(stage(veil).steps.filter((s) => s.op === 'stage.place').length);
    for (const { params } of standing) expect(params.surface).toEqual({ link: 'look-surface' });
    expect(stage(look).steps.some((s) => /sun|spot|point|fill|surroundings/.test(s.op))).toBe(false);
    // The glow of the surface is what the step gives, not a colour of it.
    const places = placeRows([0.1, 0.6, 0.9].map((u) => ({ uv: [u, 0.4], rest: [u, 0.2, 0.1], world: [u, 0.2, 0.1] })));
    const own = (await Evaluator.make(veil, NO_ASSETS, [{ strand: field.id, step: field.steps[0]!.id }])).run(
      0,
      places,
      3,
    );
    const worn = await Evaluator.make(look, NO_ASSETS, [{ strand: 'look-surface' }]);
    const values = [...worn.run(0, places, 3)];
    const width = own.length / 3;
    for (let i = 0; i < 3; i++)
      expect(values.slice(i * worn.width(0), (i + 1) * worn.width(0))).toContain(own[i * width]);
  });

  it('over the frame, and where there is no stage: the finish paints the values', () => {
    for (const [piece, on] of [
      [veil, 'frame'],
      [addStrand(blankPiece(), 'field', 'a', 'field.uv'), 'objects'],
    ] as const) {
      const strand = piece.strands.find((s) => s.kind === 'field')!;
      const look = lookPiece(piece, { strand: strand.id, step: strand.steps[0]!.id }, on)!;
      expect(analyse(look).problems).toEqual([]);
      expect(finish(look)[0]!.steps.map((s) => s.op)).toEqual(['finish.paint', 'finish.look']);
    }
  });

  it('of a finish: the picture up to the step', () => {
    const own = finish(veil)[0]!;
    const look = lookPiece(veil, { strand: own.id, step: own.steps[1]!.id }, 'objects')!;
    expect(finish(look)).toEqual([{ ...own, steps: own.steps.slice(0, 2) }]);
    expect(stage(look)).toBe(stage(veil));
    expect(lookPiece(veil, { strand: own.id, step: 'gone' }, 'objects')).toBeNull();
    expect(canLook(own)).toBe(true);
  });

  it('marks what is not a number where it comes from, and nowhere else', async () => {
    let piece = addStrand(blankPiece(), 'field', 'a', 'field.position');
    piece = addStep(piece, 's1', 1, 'field.code', { text: 'return sqrt(p.rest.x);' });
    piece = addStep(piece, 's1', 2, 'field.remap');
    const [, code, after] = piece.strands[0]!.steps;
    const places = placeRows([-1, 1].map((x) => ({ rest: [x, 0, 0] })));
    const shown = async (step: string) => {
      const look = lookPiece(piece, { strand: 's1', step }, 'frame')!;
      expect(analyse(look).problems).toEqual([]);
      return [...(await Evaluator.make(look, NO_ASSETS, [{ strand: 's1', step }])).run(0, places, 2)];
    };
    const [broken, whole] = await shown(code!.id);
    expect([isMark(broken!), whole]).toEqual([true, 1]);
    expect((await shown(after!.id)).some(isMark)).toBe(false);
    expect(histogramOf([broken!, whole!])!.broken).toBe(1);
  });

  it('leaves the piece as it is, and is not offered for what gives no numbers', () => {
    const before = JSON.stringify(veil);
    const form = veil.strands.find((s) => s.kind === 'form')!;
    expect(lookPiece(veil, { strand: form.id }, 'objects')).toBeNull();
    expect(canLook(form)).toBe(false);
    expect(canLook(field)).toBe(true);
    expect(JSON.stringify(veil)).toBe(before);
  });
});

describe('a histogram', () => {
  it('counts values in even bins, the fullest as 1, and what is no number apart', () => {
    const h = histogramOf([0, 0.1, 0.9, 1, 0.95, 0.99, NaN, Infinity], 4)!;
    expect(h).toMatchObject({ low: 0, high: 1, broken: 2 });
    expect(h.bins).toEqual([0.5, 0, 0, 1]);
  });

  it('has one bar where all are alike, and nothing to show where there are none', () => {
    expect(histogramOf([3, 3], 5)!.bins).toEqual([0, 0, 1, 0, 0]);
    expect(histogramOf([])).toBeNull();
    expect(histogramOf([NaN])).toMatchObject({ bins: [], broken: 1 });
  });
});
