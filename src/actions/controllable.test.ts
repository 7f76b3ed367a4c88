import { NO_ASSETS } from '@/core/assets/assets';
import { describe, expect, it } from 'vitest';
import { changeControl } from '@/core/piece/desk';
import { addStep, addStrand, blankPiece } from '@/core/piece/edit';
import { isControlRef, stepById, strandById, type Piece } from '@/core/piece/types';
import { CATALOGUE, paramsOf, definitionOf, kindOf, valueOf } from '@/core/steps';
import { analyse, exportGlsl, literalOf } from '@/core/weave';
import { canFollow, isControllable, exposeAll } from './controllable';

/** A strand with a step behind what it can run in. */
function withStep(op: string): { piece: Piece; strand: string; step: string } {
  const definition = definitionOf(op)!;
  const kind = kindOf(definition);
  if (definition.takes.length === 0)
    return { piece: addStrand(blankPiece(), kind, 'row', op), strand: 's1', step: 't1' };
  const source = CATALOGUE.find((d) => kindOf(d) === kind && d.takes.length === 0)!;
  return { piece: addStep(addStrand(blankPiece(), kind, 'row', source.op), 's1', 1, op), strand: 's1', step: 't2' };
}

describe('what can be out on the desk', () => {
  it.each(CATALOGUE.map((d) => [d.op]))('%s: all of it goes out, and stays what it was', (op) => {
    const { piece, strand, step } = withStep(op);
    const at = strandById(piece, strand)!;
    const { piece: out, count } = exposeAll(piece, at, stepById(at, step)!);
    const wanted = paramsOf(stepById(at, step)!).filter(isControllable);
    expect(count).toBe(wanted.length);
    expect(out.controls).toHaveLength(count);
    const now = stepById(strandById(out, strand), step)!;
    for (const param of wanted) {
      expect(isControlRef(now.params[param.id])).toBe(true);
      expect(literalOf(out, now, param)).toEqual(valueOf(stepById(at, step)!, param));
    }
    const before = analyse(piece).problems.map((p) => p.sentence);
    expect(analyse(out).problems.map((p) => p.sentence)).toEqual(before);
    // A second time nothing is left to expose.
    expect(exposeAll(out, strandById(out, strand)!, now).count).toBe(0);
  });

  it('a choice on the desk changes the program as one at the step does', async () => {
    const piece = addStep(addStrand(blankPiece(), 'field', 'row', 'field.position'), 's1', 1, 'field.fractal');
    const row = strandById(piece, 's1')!;
    const { piece: out } = exposeAll(piece, row, row.steps[1]!);
    const style = out.controls.find((c) => c.name === 'row style')!;
    const body = async (p: Piece) => (await exportGlsl(p, NO_ASSETS, 's1')).replace(/\/\/.*/g, '');
    const ridged = changeControl(out, style.id, { value: 'ridged' });
    expect(await body(ridged)).not.toBe(await body(out));
    const { param } = { param: definitionOf('field.fractal')!.params.find((p) => p.id === 'style')! };
    expect(canFollow(param, style)).toBe(true);
    expect(canFollow(param, { ...style, value: 'sawtooth' })).toBe(false);
  });

  it('what the control holds has to be of the kind, and that is said where it is not', () => {
    const piece = addStep(addStrand(blankPiece(), 'field', 'row', 'field.position'), 's1', 1, 'field.ripple');
    const row = strandById(piece, 's1')!;
    const { piece: out } = exposeAll(piece, row, row.steps[1]!);
    const origin = out.controls.find((c) => c.name === 'row origin')!;
    expect(origin.value).toEqual([0, 0, 0]);
    const wrong = changeControl(out, origin.id, { value: 3 });
    expect(analyse(wrong).problems[0]!.sentence).toContain('the control "row origin" holds something else');
  });
});
