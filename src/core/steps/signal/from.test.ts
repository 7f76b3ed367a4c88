import { NO_ASSETS } from '../../assets/assets';
import { describe, expect, it } from 'vitest';
import { acceptPiece } from '../../formats/piece-file';
import { addStep, addStrand, blankPiece, setLoop } from '../../piece/edit';
import type { Piece } from '../../piece/types';
import { analyse, Evaluator, placeRows } from '../../weave';

async function at(piece: Piece, strand: string, phases: number[]): Promise<number[][]> {
  const evaluator = await Evaluator.make(piece, NO_ASSETS, [{ strand }]);
  const width = evaluator.width(0);
  const values = evaluator.run(0, placeRows(phases.map((phase) => ({ phase }))), phases.length);
  return phases.map((_, i) => [...values.subarray(i * width, (i + 1) * width)]);
}

const PHASES = [0, 0.1, 0.35, 0.6, 0.99];

describe('a signal that takes from another', () => {
  it('gives the same number, and goes its own way behind it', async () => {
    let piece = addStrand(blankPiece(), 'signal', 'a', 'signal.cycle', { turns: 2 });
    piece = addStrand(piece, 'signal', 'b', 'signal.from', { value: { link: 's1' } });
    expect(await at(piece, 's2', PHASES)).toEqual(await at(piece, 's1', PHASES));
    piece = addStep(piece, 's2', 1, 'signal.invert');
    expect(await at(piece, 's2', PHASES)).not.toEqual(await at(piece, 's1', PHASES));
    expect(analyse(piece).problems).toEqual([]);
  });

  it('gives the same vector, so that one path serves many', async () => {
    const place = (x: number) => ({ place: [x, 0, 1] as [number, number, number] });
    let piece = addStrand(blankPiece(), 'signal', 'a', 'signal.cycle', { wave: 'saw' });
    piece = addStep(piece, 's1', 1, 'signal.along-path', { points: [place(0), place(3)] });
    piece = addStrand(piece, 'signal', 'b', 'signal.from', { what: 'vector', point: { link: 's1' } });
    expect(analyse(piece).problems).toEqual([]);
    expect(await at(piece, 's2', PHASES)).toEqual(await at(piece, 's1', PHASES));
  });

  it('gives the same moments: one row of them drives an envelope here and a count there', async () => {
    let piece = addStrand(setLoop(blankPiece(), { frames: 100 }), 'signal', 'a', 'signal.moments', {
      moments: [0.1, 0.5].map((t) => ({ at: t, value: 1, ease: 'held' as const })),
    });
    piece = addStrand(piece, 'signal', 'b', 'signal.from', { what: 'moments', moments: { link: 's1' } });
    expect(await at(piece, 's2', PHASES)).toEqual(await at(piece, 's1', PHASES));
    piece = addStep(piece, 's2', 1, 'signal.count');
    expect(analyse(piece).problems).toEqual([]);
    expect((await at(piece, 's2', [0.2, 0.6])).flat()).toEqual([0, 1]);
    // A number is no moments, and moments are no number: that is said.
    const wrong = addStrand(piece, 'signal', 'c', 'signal.from', { value: { link: 's1' } });
    expect(analyse(wrong).problems.map((p) => p.sentence)).toEqual([
      'Take from, value: it cannot take moments from "a".',
    ]);
  });
});

describe('no moments at all', () => {
  it('are as many as there may be: nothing is counted, nothing flares, and the piece opens again', async () => {
    let piece = addStrand(blankPiece(), 'signal', 'a', 'signal.moments', { moments: [] });
    expect(acceptPiece(JSON.parse(JSON.stringify(piece)))).toEqual(piece);
    expect(analyse(piece).problems).toEqual([]);
    piece = addStep(piece, 's1', 1, 'signal.envelope');
    expect((await at(piece, 's1', PHASES)).flat()).toEqual([0, 0, 0, 0, 0]);
    // A ramp without a colour has its default, as it always needs one.
    const ramp = addStep(addStrand(blankPiece(), 'field', 'f', 'field.uv'), 's1', 1, 'field.pick');
    const bare = addStep(ramp, 's1', 2, 'field.ramp', { colours: [] });
    expect((await at(bare, 's1', [0])).flat().every(Number.isFinite)).toBe(true);
  });
});
