import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { beatFrames, beatsOf, fitBeats, hasKeys, setFrames, tappedTempo } from './beats';
import { addStrand, blankPiece, setLoop, setParam } from './edit';
import type { Key, Keyed } from './types';

describe('beats', () => {
  it('8 at 124 are 116.13 frames at 30 a second: 116 are 0.13 short, and fit at 124.14', () => {
    const fit = fitBeats(8, 124, 30);
    expect(fit.frames).toBe(116);
    expect(fit.over).toBeCloseTo(-0.129, 3);
    expect(fit.exactTempo).toBeCloseTo(124.138, 3);
  });

  it('at the tempo that fits the loop holds as many as were asked for', () => {
    const asked = [fc.integer({ min: 1, max: 64 }), fc.integer({ min: 40, max: 240 }), fc.constantFrom(24, 25, 30, 60)];
    fc.assert(
      fc.property(asked[0]!, asked[1]!, asked[2]!, (beats, tempo, rate) => {
        const { frames, over, exactTempo } = fitBeats(beats, tempo, rate);
        expect(Math.abs(over)).toBeLessThanOrEqual(0.5);
        const loop = { frames, rate, play: 'loop' as const, tempo: exactTempo };
        expect(beatsOf(loop)).toBeCloseTo(beats, 6);
        const at = beatFrames(loop);
        expect(at).toHaveLength(beats);
        expect(at[beats - 1]! + frames / beats).toBeCloseTo(frames, 6);
      }),
    );
  });

  it('are none without a tempo', () => {
    expect(beatFrames({ frames: 100, rate: 25, play: 'loop' })).toEqual([]);
    expect(beatsOf({ frames: 100, rate: 25, play: 'loop' })).toBeNull();
  });

  it('are tapped: shaky hands come near, and a pause begins again', () => {
    expect(tappedTempo([0])).toBeNull();
    expect(tappedTempo([0, 500, 1000, 1500])).toBeCloseTo(120);
    expect(tappedTempo([0, 510, 990, 1505, 1998, 2500])).toBeCloseTo(120, -0.5);
    expect(tappedTempo([0, 500, 9000, 9400, 9800])).toBeCloseTo(150);
    expect(tappedTempo([0, 1])).toBe(400);
  });
});

describe('another length', () => {
  const keys: Key[] = [
    { at: 0, value: 0, ease: 'held' },
    { at: 0.5, value: 1, ease: 'held' },
    { at: 0.9, value: 2, ease: 'held' },
  ];
  let piece = setLoop(addStrand(blankPiece(), 'signal', 'x', 'signal.keys', { keys }), { frames: 100 });
  piece = setParam(addStrand(piece, 'signal', 'y', 'signal.cycle'), 's2', 't1', 'turns', { keys });
  const placesIn = (p: typeof piece) => [
    (p.strands[0]!.steps[0]!.params.keys as Key[]).map((k) => k.at),
    (p.strands[1]!.steps[0]!.params.turns as Keyed).keys.map((k) => k.at),
  ];

  it('leaves keys at their part of the loop, or at their frames', () => {
    expect(placesIn(setFrames(piece, 200, 'parts'))).toEqual([
      [0, 0.5, 0.9],
      [0, 0.5, 0.9],
    ]);
    for (const at of placesIn(setFrames(piece, 200, 'frames'))) expect(at.map((a) => a * 200)).toEqual([0, 50, 90]);
    // What lies beyond a shorter loop is not lost.
    for (const at of placesIn(setFrames(piece, 80, 'frames')))
      expect(at.map((a) => Math.round(a * 80))).toEqual([0, 50, 79]);
    expect(placesIn(piece)[0]).toEqual([0, 0.5, 0.9]);
  });

  it('tells whether there are any', () => {
    expect([hasKeys(piece), hasKeys(blankPiece())]).toEqual([true, false]);
  });
});
