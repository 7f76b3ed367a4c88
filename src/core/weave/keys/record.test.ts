import { NO_ASSETS } from '../../assets/assets';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { measureSeam } from '../../checks/seam';
import { LIMITS } from '../../piece/limits';
import { follow, expose } from '../../piece/desk';
import { addStep, addStrand, blankPiece, setLoop } from '../../piece/edit';
import { isControlRef, type Keyed, type Piece } from '../../piece/types';
import { analyse, Evaluator, keyedScalars, placeRows, withTracks, writePlayed } from '..';

/** A control from 0 to 2 that a shift follows as it is, and a gain over a range of its own. */
const desk = (frames: number): Piece => {
  let piece = addStrand(setLoop(blankPiece(), { frames, rate: 24 }), 'signal', 'a', 'signal.constant', { value: 1 });
  piece = addStep(piece, 's1', 1, 'signal.mix', { other: 5 });
  piece = expose(piece, { strand: 's1', step: 't1', param: 'value' }, { name: 'lift', value: 1, min: 0, max: 2 });
  return follow(piece, { strand: 's1', step: 't2', param: 'amount' }, piece.controls[0]!.id, [10, 20]);
};

/** What a parameter that follows a control has, as whatever runs the piece sees it. */
const keysOf = (piece: Piece, step: number, param: string) =>
  withTracks(piece).strands[0]!.steps[step]!.params[param] as Keyed;
const settings = fc.array(fc.double({ min: 0, max: 2, noNaN: true }), { minLength: 2, maxLength: 300 });

describe('what was played', () => {
  it('is there again within the error that is said, in few enough keys', () => {
    fc.assert(
      fc.property(settings, (played) => {
        const piece = desk(played.length);
        const { piece: written, keys, error, params } = writePlayed(piece, piece.controls[0]!.id, played, 0);
        expect(params).toBe(2);
        expect(keys).toBeLessThanOrEqual(LIMITS.stops);
        if (played.length <= LIMITS.stops) expect(error).toBeLessThanOrEqual(0.004 + 1e-9);
        const keyed = keysOf(written, 0, 'value');
        played.forEach((value, frame) => {
          const off = Math.abs(keyedScalars(keyed, frame / played.length, 'loop')[0]! - value);
          expect(off).toBeLessThanOrEqual(2 * error + 1e-6);
        });
      }),
      { numRuns: 60 },
    );
  });

  it('ends, whatever the ends of the control are', () => {
    const played = Array.from({ length: 200 }, (_, n) => Math.sin(n * n));
    for (const [min, max] of [
      [1, 1],
      [2, 0],
    ] as const) {
      const piece = desk(200);
      const strange = { ...piece, controls: [{ ...piece.controls[0]!, min, max }] };
      expect(writePlayed(strange, piece.controls[0]!.id, played, 0).keys).toBeLessThanOrEqual(LIMITS.stops);
    }
  });

  it('keeps to the range that a parameter has of the control, and is exact where it is straight', async () => {
    const played = Array.from({ length: 24 }, (_, n) => (n < 12 ? n / 6 : 4 - n / 6));
    const piece = desk(24);
    const { piece: written, keys, error } = writePlayed(piece, piece.controls[0]!.id, played, 0);
    expect(keys).toBe(2);
    expect(error).toBeCloseTo(0, 9);
    expect(keysOf(written, 1, 'amount').keys).toEqual([
      { at: 0, value: 10, ease: 'linear' },
      { at: 0.5, value: 20, ease: 'linear' },
    ]);
    expect(analyse(written).problems).toEqual([]);
    const [value] = (await Evaluator.make(withTracks(written), NO_ASSETS, [{ strand: 's1', step: 't1' }])).run(
      0,
      placeRows([{ phase: 0.25 }]),
      1,
    );
    expect(value).toBeCloseTo(1, 5);
  });

  it('runs into its beginning over the part that is asked for, and so closes', async () => {
    const played = Array.from({ length: 60 }, (_, n) => (2 * n) / 60);
    const piece = desk(60);
    const { piece: written } = writePlayed(piece, piece.controls[0]!.id, played, 0.25);
    const keyed = keysOf(written, 0, 'value');
    const at = (frame: number) => keyedScalars(keyed, frame / 60, 'loop')[0]!;
    expect(at(45)).toBeCloseTo(1.5, 1);
    expect(at(59)).toBeLessThan(0.1);
    for (let frame = 46; frame < 60; frame++) expect(Math.abs(at(frame) - at(frame - 1))).toBeLessThan(0.3);
    expect((await measureSeam(withTracks(written), NO_ASSETS)).every((r) => r.closes)).toBe(true);
  });

  it('of a colour is in linear light; what cannot have keys goes on following', () => {
    let piece = addStrand(setLoop(blankPiece(), { frames: 4 }), 'surface', 'a', 'surface.lit');
    piece = expose(
      piece,
      { strand: 's1', step: 't1', param: 'colour' },
      { name: 'dye', value: '#000000', min: 0, max: 1 },
    );
    const { piece: written } = writePlayed(piece, 'c1', ['#000000', '#ff0000', '#ff0000', '#000000'], 0);
    expect(keysOf(written, 0, 'colour').keys.map((k) => [k.at, k.value])).toEqual([
      [0, '#000000'],
      [0.25, '#ff0000'],
      [0.5, '#ff0000'],
      [0.75, '#000000'],
    ]);
    let form = addStrand(setLoop(blankPiece(), { frames: 4 }), 'form', 'a', 'form.grid');
    form = expose(form, { strand: 's1', step: 't1', param: 'columns' }, { name: 'count', value: 4, min: 1, max: 9 });
    const left = writePlayed(form, 'c1', [1, 2, 3, 4], 0);
    expect([left.params, left.left]).toEqual([0, 1]);
    // Parameters keep following their control; its track has what was played.
    expect(isControlRef(written.strands[0]!.steps[0]!.params.colour)).toBe(true);
    expect(isControlRef(withTracks(left.piece).strands[0]!.steps[0]!.params.columns)).toBe(true);
    expect(writePlayed(form, 'gone', [1, 2], 0)).toMatchObject({ piece: form, keys: 0 });
  });
});
