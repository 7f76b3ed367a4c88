import { describe, expect, it } from 'vitest';
import { Passes, type PassWay } from './passes';
import type { Control } from './types';

const FRAMES = 10;
const at = (...values: number[]): Control[] =>
  values.map((value, i) => ({ id: `c${i + 1}`, name: `c${i + 1}`, value, default: 0, min: 0, max: 9, curve: 1 }));

/** Plays frame by frame: what each control stands at, unless it is moved or goes back to what it played. */
function play(way: PassWay, moves: Record<number, number[]>, until: number, only: string | null = null) {
  const passes = new Passes(FRAMES, { way, only, rest: 1 });
  let before = at(0, 0);
  const seen: number[][] = [];
  for (let n = 1; n <= until; n++) {
    const now = at(...(moves[n] ?? before.map((c) => c.value as number)));
    const frame = n % FRAMES;
    const back = passes.take({ passed: [frame], frame, before, now });
    before = now.map((c) => ({ ...c, value: back.get(c.id) ?? c.value }));
    seen.push(before.map((c) => c.value as number));
  }
  return { played: passes.played, seen };
}

describe('what is played over passes of the loop', () => {
  it('holds what was there before the first move, and each move from where it was made', () => {
    const { played } = play('replace', { 3: [5, 0], 6: [2, 0] }, 9);
    expect(played.get('c1')).toEqual([0, 0, 0, 5, 5, 5, 2, 2, 2, 2]);
    expect(played.has('c2')).toBe(false);
  });

  it('is replaced by another pass as far as that goes', () => {
    const { played } = play('replace', { 3: [5, 0], 6: [2, 0] }, 14);
    expect(played.get('c1')).toEqual([2, 2, 2, 2, 2, 5, 2, 2, 2, 2]);
  });

  it('stays under a pass that adds, but where a control moves, and is seen meanwhile', () => {
    const { played, seen } = play('add', { 3: [5, 0], 6: [2, 0], 17: [8, 0] }, 20);
    // Moved at frame 7, it counts as moving for one frame more.
    expect(played.get('c1')).toEqual([2, 0, 0, 5, 5, 5, 2, 8, 8, 2]);
    expect(seen.slice(9).map(([v]) => v)).toEqual([2, 0, 0, 5, 5, 5, 2, 8, 8, 2, 2]);
  });

  it('lets another control be added to one that was played', () => {
    const { played } = play('add', { 3: [5, 0], 15: [5, 7] }, 16);
    expect(played.get('c1')).toEqual([5, 0, 0, 5, 5, 5, 5, 5, 5, 5]);
    expect(played.get('c2')).toEqual([0, 0, 0, 0, 0, 7, 7, 0, 0, 0]);
  });

  it('is of one control alone where that is asked for', () => {
    const { played } = play('replace', { 3: [5, 6], 5: [4, 3] }, 9, 'c2');
    expect([...played.keys()]).toEqual(['c2']);
    expect(played.get('c2')).toEqual([0, 0, 0, 6, 6, 3, 3, 3, 3, 3]);
  });

  it('takes frames that were left out as well', () => {
    const passes = new Passes(FRAMES, { way: 'replace', only: null, rest: 1 });
    passes.take({ passed: [8, 9, 0, 1], frame: 1, before: at(1), now: at(4) });
    expect(passes.played.get('c1')).toEqual([4, 4, 1, 1, 1, 1, 1, 1, 4, 4]);
  });
});
