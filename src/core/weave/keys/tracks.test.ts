import { NO_ASSETS } from '../../assets/assets';
import { describe, expect, it } from 'vitest';
import { acceptPiece } from '../../formats/piece-file';
import {
  changeLook,
  follow,
  expose,
  recallLook,
  setControlAt,
  setOverride,
  setTrack,
  storeLook,
  tracksLost,
} from '../../piece/desk';
import { addStep, addStrand, blankPiece, removeStrand, setLoop } from '../../piece/edit';
import type { Keyed, Piece } from '../../piece/types';
import { controlSetting, Evaluator, orderStrands, placeRows, trackSettings, withOverrides, withTracks } from '..';

const KEYS: Keyed = {
  keys: [
    { at: 0, value: 0, ease: 'linear' },
    { at: 0.5, value: 2, ease: 'linear' },
  ],
};

/** A control from 0 to 2 that a number follows as it is, and another over a range of its own. */
function desk(): Piece {
  let piece = addStrand(setLoop(blankPiece(), { frames: 60 }), 'signal', 'a', 'signal.constant', { value: 1 });
  piece = addStep(piece, 's1', 1, 'signal.mix', { other: 5 });
  piece = expose(piece, { strand: 's1', step: 't1', param: 'value' }, { name: 'lift', value: 1, min: 0, max: 2 });
  piece = addStrand(piece, 'signal', 'ranged', 'signal.constant', {});
  piece = follow(piece, { strand: 's2', step: 't1', param: 'value' }, 'c1', [10, 20]);
  piece = addStrand(piece, 'signal', 'driver', 'signal.constant', { value: 1 });
  return addStep(piece, 's3', 1, 'signal.formula', { text: 'phase * 2.0' });
}

async function values(piece: Piece, strand: string, step: string, phases: number[]): Promise<number[]> {
  const evaluator = await Evaluator.make(withTracks(piece), NO_ASSETS, [{ strand, step }]);
  return [...evaluator.run(0, placeRows(phases.map((phase) => ({ phase }))), phases.length)];
}

describe('the track of a control', () => {
  it('is what its parameters do over the loop, each in its own range', async () => {
    const keyed = setTrack(desk(), 'c1', KEYS);
    const own = await values(keyed, 's1', 't1', [0, 0.25, 0.5, 0.75]);
    [0, 1, 2, 1].forEach((v, i) => expect(own[i]).toBeCloseTo(v, 4));
    const ranged = await values(keyed, 's2', 't1', [0, 0.25, 0.5]);
    [10, 15, 20].forEach((v, i) => expect(ranged[i]).toBeCloseTo(v, 3));
    expect(trackSettings(keyed, 'c1')).toHaveLength(60);
    expect(controlSetting(keyed.controls[0]!, 0.25, 'loop')).toBeCloseTo(1, 5);
    expect(trackSettings(desk(), 'c1')).toBeNull();
    expect(acceptPiece(JSON.parse(JSON.stringify(keyed)))).toEqual(keyed);
  });

  it('follows a signal, and what would follow itself is refused', async () => {
    const linked = setTrack(desk(), 'c1', { link: 's3' });
    const own = await values(linked, 's1', 't1', [0.1, 0.6]);
    [0.2, 1.2].forEach((v, i) => expect(own[i]).toBeCloseTo(v, 4));
    const ranged = await values(linked, 's2', 't1', [0.1, 0.6]);
    [11, 16].forEach((v, i) => expect(ranged[i]).toBeCloseTo(v, 3));
    expect(() => orderStrands(withTracks(setTrack(desk(), 'c1', { link: 's1' })))).toThrow('circle');
    // Without its signal it has its value again.
    expect(removeStrand(linked, 's3').controls[0]!.track).toBeUndefined();
    expect(acceptPiece(JSON.parse(JSON.stringify(linked)))).toEqual(linked);
    expect(() => acceptPiece({ ...linked, strands: linked.strands.slice(0, 2) })).toThrow('"lift" follows a strand');
  });

  it('gets a key where it is moved, and its value alone where it has none', () => {
    expect(setControlAt(desk(), 'c1', 1.5, 30).controls[0]).toMatchObject({ value: 1.5 });
    const moved = setControlAt(setTrack(desk(), 'c1', KEYS), 'c1', 1.5, 15).controls[0]!;
    expect((moved.track as Keyed).keys.map((k) => [k.at, k.value])).toEqual([
      [0, 0],
      [0.25, 1.5],
      [0.5, 2],
    ]);
  });

  it('is stored by looks, or left out of them', () => {
    const stored = storeLook(setTrack(desk(), 'c1', KEYS), 'first');
    const plain = storeLook(setTrack(stored, 'c1', undefined), 'second');
    expect(recallLook(plain, 'l1').controls[0]!.track).toEqual(KEYS);
    const keyed = setTrack(plain, 'c1', KEYS);
    expect(recallLook(keyed, 'l2').controls[0]!.track).toBeUndefined();
    expect(tracksLost(keyed, keyed.looks[1]!)).toEqual(['lift']);
    expect(tracksLost(keyed, keyed.looks[0]!)).toEqual([]);
    expect(changeLook(keyed, 'l1', { tracks: false }).looks[0]!.tracks).toBeUndefined();
    expect(changeLook(keyed, 'l2', { store: true }).looks[1]!.tracks).toEqual({ c1: KEYS });
  });

  it.each([
    ['no track', undefined],
    ['keys', KEYS],
    ['a signal', { link: 's3' }],
  ])('with %s a place may have a setting of its own, throughout and in the same text', async (_, track) => {
    const placed = addStrand(track ? setTrack(desk(), 'c1', track) : desk(), 'stage', 'hall', 'stage.place');
    const stored = setOverride(placed, 's4', 't1', 'c1', 1.5);
    const piece = withTracks(stored);
    const place = withOverrides(piece, 's4', 't1');
    expect(withOverrides(piece, 's4', 'gone')).toBe(piece);
    expect(withOverrides(piece, 's4', 't1')).toBe(place);
    const targets = ['s1', 's2'].map((strand) => ({ strand, step: 't1' }));
    const evaluator = await Evaluator.make(piece, NO_ASSETS, targets);
    const phases = [0, 0.25, 0.6];
    const rows = () => placeRows(phases.map((phase) => ({ phase })));
    const ranged = (piece: Piece) => [0, 1].map((i) => [...evaluator.with(piece).run(i, rows(), phases.length)]);
    const elsewhere = ranged(piece);
    for (const [i, wanted] of [1.5, 17.5].entries())
      for (const value of ranged(place)[i]!) expect(value).toBeCloseTo(wanted, 4);
    // What the other places have is what they had without it.
    for (const [i, { strand, step }] of targets.entries())
      expect(elsewhere[i]!.map((v) => v.toFixed(4))).toEqual(
        (await values(placed, strand, step, phases)).map((v) => v.toFixed(4)),
      );
  });

  it('leaves pieces without one as they are', () => {
    const piece = desk();
    expect(withTracks(piece)).toBe(piece);
    const keyed = setTrack(piece, 'c1', KEYS);
    expect(withTracks(keyed)).toBe(withTracks(keyed));
  });
});
