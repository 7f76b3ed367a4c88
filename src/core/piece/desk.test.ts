import { NO_ASSETS } from '../assets/assets';
import { describe, expect, it } from 'vitest';
import { bundleOf, bundleWithAbove, moveStrand, shiftStrand, unbundle } from './arrange';
import { clipSteps, clipStrands } from '../parts/clip';
import { insertClip } from '../parts/insert';
import {
  blendLooks,
  changeControl,
  controlled,
  follow,
  positionOf,
  expose,
  recallLook,
  removeControl,
  setControl,
  setOverride,
  storeLook,
  valueAt,
  vary,
} from './desk';
import { addStep, addStrand, blankPiece, setParam, setPictureParam, withoutUnusedAssets } from './edit';
import type { Control, Piece } from './types';
import { STARTERS } from '@/demo';
import { writePiece } from '../formats/write-piece';
import { acceptPiece, readPiece } from '../formats/piece-file';
import { analyse, Evaluator, placeRows } from '../weave';

const AT = { strand: 's1', step: 't2', param: 'scale' };
const plain = (): Piece =>
  addStep(addStrand(blankPiece(), 'field', 'sea', 'field.position'), 's1', 1, 'field.noise', { scale: 3 });
const out = () => expose(plain(), AT, { name: 'fineness', value: 3, min: 0, max: 12 });
const scaleOf = (piece: Piece) => piece.strands[0]!.steps[1]!.params.scale;

describe('controls', () => {
  it('are exposed with the value they had, and drive many parameters over ranges of their own', async () => {
    let piece = out();
    expect(piece.controls).toMatchObject([{ id: 'c1', name: 'fineness', value: 3, default: 3, curve: 1 }]);
    expect(scaleOf(piece)).toEqual({ control: 'c1' });
    piece = addStrand(piece, 'field', 'b', 'field.from');
    piece = follow(piece, { strand: 's2', step: 't1', param: 'value' }, 'c1', [10, 20]);
    piece = setControl(piece, 'c1', 6);
    expect((await Evaluator.make(piece, NO_ASSETS, [{ strand: 's2' }])).run(0, placeRows([{}]), 1)[0]).toBe(15);
  });

  it('answer along their response, and back', () => {
    const control: Control = { id: 'c', name: 'c', value: 0, default: 0, min: 2, max: 10, curve: 3 };
    expect(valueAt(control, 0.5)).toBe(3);
    for (const value of [2, 2.001, 5, 10]) expect(valueAt(control, positionOf(control, value))).toBeCloseTo(value, 9);
  });

  it('taken off the desk leave their value behind', () => {
    const piece = removeControl(setControl(follow(out(), AT, 'c1', [0, 1]), 'c1', 3), 'c1');
    expect(piece.controls).toEqual([]);
    expect(scaleOf(piece)).toBe(0.25);
  });

  it('of a colour reach colours', async () => {
    let piece = addStep(addStrand(blankPiece(), 'field', 'a', 'field.from', { value: 1 }), 's1', 1, 'field.tint');
    piece = expose(
      piece,
      { strand: 's1', step: 't2', param: 'colour' },
      { name: 'dye', value: '#ff0000', min: 0, max: 1 },
    );
    expect([...(await Evaluator.make(piece, NO_ASSETS, [{ strand: 's1' }])).run(0, placeRows([{}]), 1)]).toEqual([
      1, 0, 0,
    ]);
    expect(analyse(piece).problems).toEqual([]);
  });

  it('keep a range that is one', () => {
    expect(changeControl(out(), 'c1', { min: 20 }).controls[0]!.max).toBeGreaterThan(20);
    expect(controlled({ ...out().controls[0]!, min: 1, max: 1 }, { control: 'c1', range: [4, 5] })).toBe(4);
  });
});

describe('looks', () => {
  it('are stored, recalled and blended', () => {
    let piece = storeLook(out(), 'calm');
    piece = storeLook(setControl(piece, 'c1', 9), 'rough');
    expect(recallLook(piece, 'l1').controls[0]!.value).toBe(3);
    expect(blendLooks(piece.looks[0]!, piece.looks[1]!, 0.5)).toEqual({ c1: 6 });
    expect(
      blendLooks(
        { id: 'a', name: 'a', values: { k: '#000000', x: 1 } },
        { id: 'b', name: 'b', values: { k: '#ffffff' } },
        0,
      ),
    ).toEqual({ k: '#000000' });
  });

  it('vary by a seed, within the range, and leave what is locked', () => {
    let piece = out();
    piece = expose(piece, { ...AT, param: 'evolve' }, { name: 'held', value: 2, min: 0, max: 8 });
    piece = changeControl(piece, 'c2', { locked: true });
    for (let seed = 0; seed < 30; seed++) {
      const [a, b] = vary(piece, seed, 1).controls;
      expect(a!.value).toBeGreaterThanOrEqual(0);
      expect(a!.value).toBeLessThanOrEqual(12);
      expect(b!.value).toBe(2);
    }
    expect(vary(piece, 7, 0.5)).toEqual(vary(piece, 7, 0.5));
    expect(vary(piece, 7, 0.5)).not.toEqual(vary(piece, 8, 0.5));
    expect(vary(piece, 7, 0).controls[0]!.value).toBeCloseTo(3, 9);
  });

  it('a place may have settings of its own', () => {
    let piece = addStrand(out(), 'stage', 'hall', 'stage.camera');
    piece = addStep(piece, 's2', 1, 'stage.place');
    piece = setOverride(piece, 's2', 't2', 'c1', 11);
    expect(piece.strands[1]!.steps[1]!.overrides).toEqual({ c1: 11 });
    expect(setOverride(piece, 's2', 't2', 'c1', undefined).strands[1]!.steps[1]!.overrides).toBeUndefined();
    expect(acceptPiece(JSON.parse(JSON.stringify(piece)))).toEqual(piece);
  });
});

describe('order and bundles', () => {
  const four = (): Piece =>
    ['a', 'b', 'c', 'd'].reduce(
      (p, name) => addStrand(p, 'field', name, 'field.uv'),
      addStrand(blankPiece(), 'form', 'grid', 'form.grid'),
    );
  const names = (p: Piece) =>
    p.strands
      .filter((s) => s.kind === 'field')
      .map((s) => s.name)
      .join('');

  it('strands move among those of their kind', () => {
    expect(names(moveStrand(four(), 's5', 's2'))).toBe('dabc');
    expect(names(moveStrand(four(), 's2', null))).toBe('bcda');
    expect(names(shiftStrand(four(), 's3', 1))).toBe('acbd');
    expect(names(shiftStrand(four(), 's3', -1))).toBe('bacd');
    expect(shiftStrand(four(), 's2', -1)).toEqual(four());
  });

  it('neighbours are bundled; one that moves away leaves', () => {
    let piece = bundleWithAbove(bundleWithAbove(four(), 's3'), 's4');
    expect(piece.bundles).toMatchObject([{ strands: ['s2', 's3', 's4'] }]);
    piece = moveStrand(piece, 's4', null);
    expect(bundleOf(piece, 's4')).toBeUndefined();
    expect(bundleOf(piece, 's2')!.strands).toEqual(['s2', 's3']);
    expect(unbundle(piece, 'b1').bundles).toEqual([]);
    expect(() => bundleWithAbove(four(), 's2')).toThrow('no strand above');
  });
});

describe('copying', () => {
  const { piece } = STARTERS.find((s) => s.id === 'torn-banner')!;

  it('takes all that a strand takes from, with controls and pictures, into another piece', () => {
    const pasted = insertClip(blankPiece(), clipStrands(piece, ['print'], true)).piece;
    expect(pasted.strands.map((s) => s.name)).toEqual(
      expect.arrayContaining(['print', 'shift', 'torn', 'rows', 'pull', 'gusts']),
    );
    expect(pasted.controls.map((c) => c.name)).toEqual(['bursts', 'burst length', 'strength']);
    expect(pasted.assets).toHaveLength(1);
    expect(analyse(pasted).problems).toEqual([]);
    expect(acceptPiece(JSON.parse(JSON.stringify(pasted)))).toEqual(pasted);
  });

  it('keeps links or copies them', () => {
    const kept = insertClip(piece, clipStrands(piece, ['torn'], false)).piece;
    const copied = insertClip(piece, clipStrands(piece, ['torn'], true)).piece;
    const last = (p: Piece) => p.strands[p.strands.length - 1]!;
    expect(JSON.stringify(last(kept).steps)).toBe(JSON.stringify(piece.strands.find((s) => s.id === 'torn')!.steps));
    expect(last(copied).name).toBe('torn 2');
    expect(JSON.stringify(last(copied).steps)).not.toContain('"link":"rows"');
    expect(kept.controls).toHaveLength(3);
  });

  it('steps go into any row; links to what is not there fall back', () => {
    const clip = clipSteps(piece, 'print', ['t2']);
    const { piece: pasted } = insertClip(plain(), clip, { row: { strand: 's1', at: 1 } });
    expect(pasted.strands[0]!.steps.map((s) => s.op)).toEqual(['field.position', 'field.distort', 'field.noise']);
    expect(pasted.strands[0]!.steps[1]!.params.by).toBeUndefined();
  });
});

describe('pictures of a piece', () => {
  const asset = { id: 'p1', name: 'a.png', type: 'image/png', data: 'AAAA' };
  it('are kept once, and left out of the file when nothing uses them', () => {
    let piece = addStep(addStrand(blankPiece(), 'field', 'x', 'field.uv'), 's1', 1, 'field.picture');
    piece = setPictureParam(setPictureParam(piece, 's1', 't2', 'picture', asset), 's1', 't2', 'picture', asset);
    expect(piece.assets).toEqual([asset]);
    expect(readPiece(writePiece(piece)).assets).toEqual([asset]);
    const without = setParam(piece, 's1', 't2', 'picture', undefined);
    expect(without.assets).toHaveLength(1);
    expect(withoutUnusedAssets(without).assets).toEqual([]);
  });
});

describe('controls of points and choices', () => {
  const control = (id: string, value: Control['value'], min = -2, max = 2): Control => ({
    ...{ id, name: id, value, default: value, min, max, curve: 1 },
  });
  const controls = [control('n', 1), control('p', [0, 1, 2]), control('c', '#000000'), control('o', 'saw')];
  const piece: Piece = { ...blankPiece(), controls };

  it('are read and written', () => {
    expect(readPiece(writePiece(piece))).toEqual(piece);
    const bad = { ...piece, controls: [control('c', '#12')] };
    expect(() => acceptPiece(JSON.parse(JSON.stringify(bad)))).toThrow('value');
  });

  it('go over between looks: points evenly, choices half way', () => {
    const a = { id: 'a', name: 'a', values: { p: [0, 0, 0], o: 'saw', n: 1 } as Record<string, Control['value']> };
    const b = { id: 'b', name: 'b', values: { p: [4, 2, -2], o: 'sine', n: [1, 1, 1] } as typeof a.values };
    expect(blendLooks(a, b, 0.25)).toEqual({ p: [1, 0.5, -0.5], o: 'saw' });
    expect(blendLooks(a, b, 0.75)).toEqual({ p: [3, 1.5, -1.5], o: 'sine' });
  });

  it('take settings of their own kind alone', () => {
    const look = {
      id: 'l',
      name: 'l',
      values: { n: 'saw', p: 3, c: 'saw', o: 'sine' } as Record<string, Control['value']>,
    };
    const { controls: now } = recallLook({ ...piece, looks: [look] }, 'l');
    expect(now.map((c) => c.value)).toEqual([1, [0, 1, 2], '#000000', 'sine']);
  });

  it('vary within their range; choices stay', () => {
    const { controls: now } = vary(piece, 5, 1);
    const point = now[1]!.value as number[];
    expect(point).not.toEqual([0, 1, 2]);
    expect(point.every((v) => v >= -2 && v <= 2)).toBe(true);
    expect(now[3]!.value).toBe('saw');
    expect(vary(piece, 5, 1)).toEqual(vary(piece, 5, 1));
  });
});
