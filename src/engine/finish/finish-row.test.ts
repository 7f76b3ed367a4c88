import { describe, expect, it } from 'vitest';
import { addStep, addStrand, blankPiece, toggleStep } from '@/core/piece/edit';
import type { Piece } from '@/core/piece/types';
import { analyse } from '@/core/weave';
import { makeShared } from '../card/shared';
import { FinishRow, passesOf, PassTargets } from './finish-row';

function finish(source: string, ...ops: string[]): Piece {
  const begun = addStrand(blankPiece(), 'finish', 'out', `finish.${source}`);
  return ops.reduce((piece, op, i) => addStep(piece, 's1', i + 1, `finish.${op}`), begun);
}

/** What each pass draws: the step it ends with, which pass of a step, and whether it is the one that is shown. */
const passNames = (piece: Piece, step?: string) =>
  passesOf(analyse(piece), { strand: 's1', step }).map(
    (p) => `${p.target?.step ?? 'through'}${p.pass === undefined ? '' : ` pass ${p.pass}`}${p.shown ? ' shown' : ''}`,
  );

describe('the passes of a finish', () => {
  it('are one for all steps of one pixel, however many', () => {
    expect(passNames(finish('shoot', 'exposure', 'levels', 'hue', 'invert', 'vignette'))).toEqual(['t6 shown']);
    expect(passNames(finish('paint', 'grain'))).toEqual(['t2 shown']);
  });

  it('begin again at a step that reads elsewhere, with what follows it of one pixel', () => {
    expect(passNames(finish('paint', 'lens', 'levels'))).toEqual(['t1', 't3 pass 0 shown']);
    expect(passNames(finish('paint', 'levels', 'blur', 'invert', 'lens', 'vignette'))).toEqual([
      't2',
      't3 pass 0',
      't4 pass 1',
      't6 pass 0 shown',
    ]);
  });

  it('draw nothing before a bare shot is read, but where its averages are asked for', () => {
    expect(passNames(finish('shoot', 'lens'))).toEqual(['t2 pass 0 shown']);
    expect(passNames(finish('shoot', 'blur'))).toEqual(['t1', 't2 pass 0', 't2 pass 1 shown']);
    expect(passNames(finish('shoot', 'glow'))).toEqual(['t2 pass 0', 't2 pass 1', 't2 pass 2 shown']);
    expect(passNames(finish('shoot', 'exposure', 'lens'))).toEqual(['t2', 't3 pass 0 shown']);
  });

  it('end at the step that is asked for, and pass by what is off', () => {
    const piece = finish('paint', 'blur', 'lens', 'invert');
    expect(passNames(piece, 't2')).toEqual(['t1', 't2 pass 0', 't2 pass 1 shown']);
    expect(passNames(piece, 't1')).toEqual(['t1 shown']);
    expect(passNames(toggleStep(piece, 's1', 't2'))).toEqual(['t2', 't4 pass 0 shown']);
    expect(passesOf(analyse(piece), null)).toMatchObject([{ target: null, shown: true }]);
  });

  it('end at a step that keeps its own result, and store what one reads earlier', () => {
    expect(passNames(finish('shoot', 'exposure', 'echo', 'levels', 'blur'))).toEqual([
      't3',
      't4',
      't5 pass 0',
      't5 pass 1 shown',
    ]);
    expect(passNames(finish('shoot', 'echo')), 'shown by a pass of its own').toEqual(['t2', 'through shown']);
    expect(passNames(finish('shoot', 'lag')), 'the bare shot is stored').toEqual(['t1', 't2 shown']);
    const [echo, lag] = passesOf(analyse(finish('paint', 'echo', 'lag')), { strand: 's1' });
    expect([echo!.keeps, echo!.stores, lag!.ago]).toEqual(['s1/t2', 's1/t3', 's1/t3']);
    const takenIn = passesOf(analyse(finish('paint', 'lens', 'levels')), { strand: 's1' }, false);
    expect(takenIn.map((p) => p.shown)).toEqual([false, false]);
    expect(passNames(toggleStep(finish('paint', 'echo', 'levels'), 's1', 't2'))).toEqual(['t3 shown']);
  });

  it('keep their key while numbers change, and change it with the row', () => {
    const key = (piece: Piece) => new FinishRow(piece, analyse(piece), { strand: 's1' }, makeShared()).key;
    const piece = finish('paint', 'blur', 'lens');
    const wider = structuredClone(piece);
    wider.strands[0]!.steps[1]!.params.radius = 0.2;
    expect(key(wider)).toBe(key(piece));
    expect(FinishRow.keyOf(piece, analyse(piece), { strand: 's1' })).toBe(key(piece));
    expect(key(finish('paint', 'lens', 'blur'))).not.toBe(key(piece));
    const keys = ['t1', 't2', 't3'].map((step) => FinishRow.keyOf(piece, analyse(piece), { strand: 's1', step }));
    expect(new Set(keys).size).toBe(3);
  });
});

it('targets are used in turn, and never while they are read, nor for another part of the picture', () => {
  const targets = new PassTargets();
  const picture = { width: 8, height: 4 };
  const whole = { averages: false, smaller: 1 };
  const [a, b] = [targets.take(picture, whole, []), targets.take(picture, { averages: true, smaller: 1 }, [])];
  expect([a.texture.generateMipmaps, b.texture.generateMipmaps]).toEqual([false, true]);
  expect(targets.take(picture, whole, [])).toBe(a);
  const c = targets.take(picture, whole, [a.texture]);
  expect(c).not.toBe(a);
  // A quarter of the picture, of 128 rows at least.
  for (const [from, to] of [
    [
      [961, 540],
      [241, 135],
    ],
    [
      [300, 256],
      [150, 128],
    ],
    [
      [90, 60],
      [90, 60],
    ],
  ] as const) {
    const part = targets.take({ width: from[0], height: from[1] }, { averages: false, smaller: 4 }, []);
    expect([part.width, part.height]).toEqual(to);
  }
  expect(targets.take({ width: 16, height: 4 }, whole, [c.texture])).toBe(a);
  expect([a.width, a.height]).toEqual([16, 4]);
  targets.dispose();
});

it('passes over less than the picture are those that a step asks for, and its last is never one', () => {
  const piece = finish('paint', 'glow', 'blur');
  const sizes = passesOf(analyse(piece), { strand: 's1' }).map((p) => [p.target!.step, p.smaller]);
  expect(sizes).toEqual([
    ['t1', 1],
    ['t2', 2],
    ['t2', 4],
    ['t2', 1],
    ['t3', 1],
    ['t3', 1],
  ]);
});
