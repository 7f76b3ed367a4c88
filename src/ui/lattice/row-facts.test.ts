import { describe, expect, it } from 'vitest';
import { expose, setControl } from '@/core/piece/desk';
import { renameStrand, removeStrand, setLoop, setParam, toggleStep } from '@/core/piece/edit';
import type { Piece } from '@/core/piece/types';
import { analyse } from '@/core/weave';
import { STARTERS } from '@/demo';
import type { CellSize } from './cell-size';
import { factsOf, sameRow, type RowProps } from './row-facts';

const { piece } = STARTERS.find((s) => s.id === 'tidewater-veil')!;
const SIZE: CellSize = { compact: false, width: 84, height: 36, above: 7 };

const rowOf = (of: Piece, id: string, more: Partial<RowProps> = {}): RowProps => {
  const analysis = analyse(of);
  const strand = of.strands.find((s) => s.id === id)!;
  const facts = factsOf(of, analysis, strand);
  return { piece: of, strand, analysis, facts, selected: null, along: [], entry: null, size: SIZE, ...more };
};

/** The rows that would look otherwise after an edit. */
const changed = (after: Piece, before = piece) =>
  after.strands.map((s) => s.id).filter((id) => !sameRow(rowOf(before, id), rowOf(after, id)));

describe('rows that are drawn again', () => {
  it('is the one whose number is dragged, and no other', () => {
    expect(changed(piece)).toEqual([]);
    expect(changed(setParam(piece, 'swell', 't2', 'octaves', 5))).toEqual(['swell']);
  });

  it('are those that name a strand, where that gets another name or goes', () => {
    expect(changed(renameStrand(piece, 'swell', 'surge')).length).toBe(piece.strands.length);
    expect(changed(removeStrand(piece, 'swell'))).toEqual(expect.arrayContaining(['tint', 'sea']));
  });

  it('are all that may follow a control that is moved', () => {
    const at = { strand: 'swell', step: 't2', param: 'octaves' };
    const out = expose(piece, at, { name: 'waves', value: 4, min: 1, max: 8 });
    const moved = setControl(out, out.controls.at(-1)!.id, 6);
    expect(changed(moved, out)).toContain('swell');
    expect(changed(setLoop(piece, { frames: 90 }))).toContain('breath');
  });

  it('is one that has a mistake now, though its own steps are as they were', () => {
    const field = piece.strands.find((s) => s.id === 'crest')!;
    const off = field.steps.slice(1).reduce((p, t) => toggleStep(p, 'crest', t.id), piece);
    expect(changed(off)).toContain('crest');
    const facts = rowOf(piece, 'sea');
    const wrong = { ...facts, facts: { ...facts.facts, problems: ['It does not fit.'] } };
    expect(sameRow(facts, wrong)).toBe(false);
  });

  it('is the one that is selected or left, and all where cells have another size', () => {
    const row = rowOf(piece, 'swell');
    expect(sameRow(row, { ...row, selected: 't1' })).toBe(false);
    expect(sameRow(row, { ...row, along: ['t1'] })).toBe(false);
    expect(sameRow({ ...row, along: ['t1'] }, { ...row, along: ['t1'] })).toBe(true);
    expect(sameRow(row, { ...row, entry: 't1' })).toBe(false);
    expect(sameRow(row, { ...row, size: { ...SIZE } })).toBe(false);
  });
});
