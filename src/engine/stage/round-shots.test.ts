import * as THREE from 'three';
import { describe, expect, it } from 'vitest';
import { RoundShots } from './round-shots';
import type { ShotSize } from './stage-shot';

interface Of extends ShotSize {
  piece: string;
}

const of = (piece: string, width = 100): Of => ({ piece, width, height: 50, samples: 0, depth: false });
const make = ({ width, height }: ShotSize) => new THREE.WebGLRenderTarget(width, height);

/** Shoots what is not kept. @returns whether it was shot, and its target */
function shoot(round: RoundShots<Of>, key: string, what: Of) {
  const known = round.find(key, what);
  if (known) return { shot: false, target: known.target };
  const target = round.room(what, make);
  if (target) round.keep(key, { target, lens: new THREE.Vector4() }, what);
  return { shot: true, target };
}

describe('pictures of a stage along the loop', () => {
  const round = () => new RoundShots<Of>((a, b) => a.piece === b.piece && a.width === b.width);

  it('are there again in the next round', () => {
    const shots = round();
    const first = [0, 1, 2].map((frame) => shoot(shots, `hall ${frame}`, of('a')));
    const again = [0, 1, 2].map((frame) => shoot(shots, `hall ${frame}`, of('a')));
    expect(first.map((s) => s.shot)).toEqual([true, true, true]);
    expect(again.map((s) => s.shot)).toEqual([false, false, false]);
    expect(again.map((s) => s.target)).toEqual(first.map((s) => s.target));
  });

  it('of another piece or size are shot again, and those before are disposed of', () => {
    const shots = round();
    const { target } = shoot(shots, 'hall 0', of('a'));
    let gone = 0;
    target!.addEventListener('dispose', () => gone++);
    expect(shoot(shots, 'hall 0', of('b')).shot).toBe(true);
    expect(gone).toBe(1);
    expect(shoot(shots, 'hall 0', of('b', 200)).shot).toBe(true);
    expect(shoot(shots, 'hall 0', of('b', 200)).shot).toBe(false);
  });

  it('are as many as there is room for, the first of the loop, and none after the rounds', () => {
    const shots = round();
    const large = of('a', 40_000);
    const kept = () => [0, 1, 2, 3, 4, 5, 6, 7].map((frame) => !shoot(shots, `hall ${frame}`, large).shot);
    kept();
    // 24 MB each.
    expect(kept()).toEqual([true, true, true, true, true, false, false, false]);
    const shot = shots.find('hall 0', large)!;
    expect(shots.holds(shot)).toBe(true);
    shots.clear();
    expect(shots.holds(shot)).toBe(false);
    expect(kept().some(Boolean)).toBe(false);
    expect(kept().filter(Boolean)).toHaveLength(5);
  });
});
