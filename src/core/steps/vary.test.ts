import { describe, expect, it } from 'vitest';
import { analyse } from '../weave';
import { addStrand, blankPiece } from '../piece/edit';
import type { Piece } from '../piece/types';
import { CATALOGUE, kindOf, valueOf } from '.';
import { isLoopLength } from './param-types';
import { varyStep } from './vary';

const at = { strand: 's1', step: 't1' };
const pieceOf = (op: string, kind: Parameters<typeof addStrand>[1], params = {}): Piece =>
  addStrand(blankPiece(), kind, 'row', op, params);

describe('a step that is varied', () => {
  it.each(CATALOGUE.filter((d) => !d.hidden).map((d) => [d.op, d] as const))(
    '%s stays within what its sliders show, and whole where it has to be',
    (op, d) => {
      const piece = pieceOf(op, kindOf(d));
      for (let seed = 1; seed < 6; seed++) {
        const step = varyStep(piece, at, seed).strands[0]!.steps[0]!;
        for (const param of d.params) {
          const value = valueOf(step, param);
          if (isLoopLength(param)) expect(step.params[param.id]).toBeUndefined();
          if (param.type === 'choice') expect(step.params[param.id]).toBeUndefined();
          if (param.type === 'number' && !isLoopLength(param) && param.id !== 'seed') {
            expect(value).toBeGreaterThanOrEqual(param.min);
            expect(value).toBeLessThanOrEqual(param.max);
            if (param.whole || param.closes) expect(value).toBe(Math.round(value as number));
          }
          if (param.type === 'vector' && (param.closes || param.closesWith))
            for (const v of value as number[]) expect(v).toBe(Math.round(v));
          if (param.type === 'colour') expect(value).toMatch(/^#[0-9a-f]{6}$/);
        }
      }
    },
  );

  it('is the same for the same seed, another for another, and one change that can be imported', () => {
    const piece = pieceOf('field.random', 'field');
    const [a, b] = [varyStep(piece, at, 1), varyStep(piece, at, 2)];
    expect(varyStep(piece, at, 1)).toEqual(a);
    expect(a).not.toEqual(b);
    expect(analyse(a).problems).toEqual(analyse(piece).problems);
  });

  it('leaves links, controls and keys alone', () => {
    const linked = { amplitude: { link: 's9' }, turns: { control: 'c1' }, count: { keys: [] } };
    const step = varyStep(pieceOf('signal.cycle', 'signal', linked), at, 3).strands[0]!.steps[0]!;
    expect(step.params).toMatchObject(linked);
  });
});
