import { describe, expect, it } from 'vitest';
import { bundleOf } from './arrange';
import { addStep, addStrand, blankPiece, setParam, toggleStep } from './edit';
import { bundleSeveral, removeSeveral, severalBetween, shiftSeveral, switchSeveral } from './several';
import { strandById, type Piece } from './types';

const OPS = ['turn', 'tile', 'noise', 'remap', 'ramp'].map((op) => `field.${op}`);

/** A field of six steps, two fields that take from it, and a surface. */
function made(): Piece {
  let piece = addStrand(blankPiece(), 'field', 'a', 'field.position');
  OPS.forEach((op, i) => (piece = addStep(piece, 's1', i + 1, op)));
  piece = addStrand(piece, 'field', 'b', 'field.from', { value: { link: 's1', step: 't3' } });
  piece = addStrand(piece, 'surface', 'c', 'surface.lit', { colour: { link: 's1' } });
  return addStrand(piece, 'field', 'd', 'field.uv');
}
const ops = (piece: Piece, id = 's1') => strandById(piece, id)!.steps.map((t) => t.op.split('.')[1]);
const steps = (...ids: number[]) => ({ strand: 's1', steps: ids.map((i) => `t${i}`) });

describe('what lies between two steps', () => {
  it('is steps of one row, from either end', () => {
    const there = severalBetween(made(), { strand: 's1', step: 't2' }, { strand: 's1', step: 't4' });
    expect(there).toEqual(steps(2, 3, 4));
    expect(severalBetween(made(), { strand: 's1', step: 't4' }, { strand: 's1', step: 't2' })).toEqual(there);
  });

  it('is whole strands in the order in which they are shown, else', () => {
    const several = severalBetween(made(), { strand: 's3', step: 't1' }, { strand: 's2', step: 't1' });
    expect(several).toEqual({ strands: ['s2', 's4', 's3'] });
  });

  it('is nothing where one of them is gone', () => {
    expect(severalBetween(made(), { strand: 's1', step: 't2' }, { strand: 's1', step: 't99' })).toBeNull();
    expect(severalBetween(made(), { strand: 's1', step: 't2' }, { strand: 'gone', step: 't1' })).toBeNull();
  });
});

describe('several steps', () => {
  it('are removed together; links to one of them go to the whole strand', () => {
    const piece = removeSeveral(made(), steps(2, 3, 4));
    expect(ops(piece)).toEqual(['position', 'remap', 'ramp']);
    expect(strandById(piece, 's2')!.steps[0]!.params.value).toEqual({ link: 's1' });
  });

  it('take the strand with them where they are all of it, and leave no row without its beginning', () => {
    expect(strandById(removeSeveral(made(), steps(1, 2, 3, 4, 5, 6)), 's1')).toBeUndefined();
    expect(() => removeSeveral(made(), steps(1, 2))).toThrow('begins with the first of these');
  });

  it('are switched off, and on again where all of them are off; the first of a row stays on', () => {
    const mixed = toggleStep(made(), 's1', 't3');
    const off = switchSeveral(mixed, steps(1, 2, 3));
    expect(strandById(off, 's1')!.steps.map((t) => t.off ?? false)).toEqual([false, true, true, false, false, false]);
    expect(switchSeveral(off, steps(1, 2, 3))).toEqual(made());
  });

  it('move by one place together, as far as there is room', () => {
    const right = shiftSeveral(made(), steps(2, 3), 1);
    expect(ops(right)).toEqual(['position', 'noise', 'turn', 'tile', 'remap', 'ramp']);
    expect(ops(shiftSeveral(right, steps(2, 3), -1))).toEqual(ops(made()));
    for (const [several, by] of [
      [steps(2, 3), -1],
      [steps(5, 6), 1],
      [steps(1, 2), 1],
    ] as const)
      expect(shiftSeveral(made(), several, by)).toEqual(made());
  });
});

describe('several strands', () => {
  it('are removed with the links to them', () => {
    const piece = removeSeveral(made(), { strands: ['s1', 's4'] });
    expect(piece.strands.map((s) => s.name)).toEqual(['b', 'c']);
    expect(piece.strands.map((s) => s.steps[0]!.params)).toEqual([{}, {}]);
  });

  it('are switched off after what they begin with', () => {
    const off = switchSeveral(made(), { strands: ['s1', 's2'] });
    expect(strandById(off, 's1')!.steps.filter((t) => t.off)).toHaveLength(5);
    expect(strandById(off, 's2')!.steps[0]!.off).toBeUndefined();
  });

  it('are bundled where they are neighbours, out of the bundles that they were in', () => {
    const piece = bundleSeveral(bundleSeveral(made(), ['s1', 's2']), ['s2', 's4']);
    expect(bundleOf(piece, 's2')!.strands).toEqual(['s2', 's4']);
    expect(bundleOf(piece, 's1')?.strands ?? ['s1']).toEqual(['s1']);
    expect(() => bundleSeveral(made(), ['s1', 's4'])).toThrow('side by side');
  });

  it('change nothing else', () => {
    const piece = setParam(made(), 's4', 't1', 'x', 1);
    expect(strandById(bundleSeveral(piece, ['s1', 's2']), 's4')).toEqual(strandById(piece, 's4'));
  });
});
