import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addStrand, blankPiece, setLoop, setParam } from '../../piece/edit';
import type { Keyed, KeyOf, KeyValue, Piece } from '../../piece/types';
import { copyKeys, validChoice, keysOf, moveKeys, pasteKeys, removeKeys, spanOf, stretchKeys, type KeyAt } from '..';

const FRAMES = 100;
const keys = (...frames: number[]): KeyOf<number>[] =>
  frames.map((frame, i) => ({ at: frame / FRAMES, value: i, ease: 'linear' }));
const turns = { strand: 's1', step: 't1', param: 'turns' };
const own = { strand: 's2', step: 't1', param: 'keys' };
/** A keyed parameter, and a signal of keys. */
const piece = (a: KeyOf<KeyValue>[], b = keys(0, 50)): Piece =>
  addStrand(
    addStrand(setLoop(blankPiece(), { frames: FRAMES }), 'signal', 'a', 'signal.cycle', { turns: { keys: a } }),
    'signal',
    'b',
    'signal.keys',
    { keys: b },
  );
const all = (p: Piece, place = turns): KeyAt[] => keysOf(p, place)!.map((_, index) => ({ ...place, index }));
const framesOf = (p: Piece, place = turns) => keysOf(p, place)!.map((k) => Math.round(k.at * FRAMES * 1e6) / 1e6);

describe('several keys at once', () => {
  it('are found in parameters and in signals, and nowhere else', () => {
    const p = piece(keys(10, 20));
    expect(keysOf(p, turns)).toHaveLength(2);
    expect(keysOf(p, own)).toHaveLength(2);
    for (const place of [
      { ...turns, param: 'wave' },
      { ...turns, strand: 'gone' },
      { ...turns, param: 'gone' },
    ])
      expect(keysOf(p, place)).toBeNull();
    const wrong = setParam(p, 's1', 't1', 'turns', { keys: [{ at: 0, value: '#ffffff', ease: 'held' }] });
    expect(keysOf(wrong, turns)).toBeNull();
    expect(
      validChoice(p, [
        { ...turns, index: 1 },
        { ...turns, index: 2 },
      ]),
    ).toEqual([{ ...turns, index: 1 }]);
  });

  it('move together, over the seam and back', () => {
    const p = piece(keys(10, 90), keys(0, 95));
    const chosen = [{ ...turns, index: 1 }, ...all(p, own)];
    const moved = moveKeys(p, chosen, 0.2);
    expect(framesOf(moved)).toEqual([10, 10]);
    expect(framesOf(moved, own)).toEqual([20, 15]);
    expect(framesOf(moveKeys(moved, chosen, -0.2), own)).toEqual([0, 95]);
  });

  it('take the shortest part of the loop that holds them, also over the seam', () => {
    expect(spanOf(piece(keys(10, 30, 20)), all(piece(keys(10, 30, 20))))).toMatchObject({ from: 0.1 });
    const over = piece(keys(90, 10));
    const span = spanOf(over, all(over))!;
    expect(span.from).toBeCloseTo(0.9);
    expect(span.length).toBeCloseTo(0.2);
    expect(spanOf(over, [])).toBeNull();
    expect(spanOf(over, [{ ...turns, index: 0 }])!.length).toBeCloseTo(0);
  });

  it('are stretched about either end, on whole frames, and never over more than the loop', () => {
    const p = piece(keys(90, 0, 10));
    const from = spanOf(p, all(p))!;
    expect(framesOf(stretchKeys(p, all(p), from, { from: 0.9, length: 0.4 }))).toEqual([90, 10, 30]);
    expect(framesOf(stretchKeys(p, all(p), from, { from: 0.7, length: 0.4 }))).toEqual([70, 90, 10]);
    expect(framesOf(stretchKeys(p, all(p), from, { from: 0.9, length: 9 }))).toEqual([90, 40, 90]);
    expect(framesOf(stretchKeys(p, all(p), from, { from: 0.9, length: -1 }))).toEqual([90, 91, 91]);
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 99 }), { minLength: 2, maxLength: 6 }),
        fc.integer({ min: 1, max: 100 }),
        fc.integer({ min: 0, max: 99 }),
        (at, length, to) => {
          const any = piece(keys(...at));
          const put = stretchKeys(any, all(any), spanOf(any, all(any))!, { from: to / 100, length: length / 100 });
          for (const frame of framesOf(put)) expect(Math.abs(frame - Math.round(frame))).toBeLessThan(1e-6);
        },
      ),
    );
  });

  it('are taken away; a parameter that loses all keeps the first value, a signal its first key', () => {
    const p = piece(keys(10, 20, 30));
    expect(framesOf(removeKeys(p, [{ ...turns, index: 1 }]))).toEqual([10, 30]);
    const bare = removeKeys(p, [...all(p), ...all(p, own)]);
    expect(bare.strands[0]!.steps[0]!.params.turns).toBe(0);
    expect(framesOf(bare, own)).toEqual([0]);
  });
});

describe('copied keys', () => {
  it('go down from a place on, in place of those of the same frame, and are chosen there', () => {
    const p = piece(keys(10, 20, 60));
    const clip = copyKeys(p, [
      { ...turns, index: 0 },
      { ...turns, index: 1 },
    ]);
    const put = pasteKeys(p, clip, 0.6, [turns]);
    expect(framesOf(put.piece)).toEqual([10, 20, 60, 70]);
    expect((keysOf(put.piece, turns) as KeyOf<number>[]).map((k) => k.value)).toEqual([0, 1, 0, 1]);
    expect(put.chosen.map((k) => k.index)).toEqual([2, 3]);
  });

  it('go over the seam, and into another parameter that holds such values', () => {
    const p = piece(keys(10, 20));
    const put = pasteKeys(p, copyKeys(p, all(p)), 0.95, [own]);
    expect(framesOf(put.piece, own)).toEqual([0, 5, 50, 95]);
    expect(framesOf(put.piece)).toEqual([10, 20]);
    expect((put.piece.strands[0]!.steps[0]!.params.turns as Keyed).keys).toHaveLength(2);
  });

  it('are refused in words where nothing open takes them, or too many would stand there', () => {
    const p = piece(keys(10, 20));
    const clip = copyKeys(p, all(p));
    expect(() => pasteKeys(p, clip, 0, [])).toThrow(/no keys of that kind/);
    const stage = addStrand(p, 'stage', 'hall', 'stage.camera', {
      position: { keys: [{ at: 0, value: [0, 1, 2], ease: 'held' }] },
    });
    const position = { strand: stage.strands[2]!.id, step: stage.strands[2]!.steps[0]!.id, param: 'position' };
    expect(() => pasteKeys(stage, clip, 0, [position])).toThrow(/no keys of that kind/);
    const full = piece(keys(...Array.from({ length: 64 }, (_, i) => i)));
    expect(() => pasteKeys(full, copyKeys(full, all(full).slice(0, 2)), 0.8, [turns])).toThrow(/at most 64 keys/);
  });

  it('of one frame are stretched to the place itself', () => {
    const chosen = [{ strand: 's1', step: 't1', param: 'keys', index: 0 }];
    const piece = addStrand(setLoop(blankPiece(), { frames: 10 }), 'signal', 'a', 'signal.keys', {
      keys: [{ at: 0.2, value: 1, ease: 'linear' }],
    });
    const moved = stretchKeys(piece, chosen, { from: 0.2, length: 0 }, { from: 0.5, length: 0.3 });
    expect((moved.strands[0]!.steps[0]!.params.keys as { at: number }[]).map((k) => k.at)).toEqual([0.5]);
  });
});
