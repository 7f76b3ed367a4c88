import { NO_ASSETS } from '../assets/assets';
import { describe, expect, it } from 'vitest';
import { addStep, addStrand, blankPiece, setParam } from '../piece/edit';
import type { Piece, Step } from '../piece/types';
import { analyse, weave } from '../weave';
import { bake } from './bake';
import { standing } from './standing';

/** Points of a small grid that drift. @param before a step between the two */
function drifting(params: Step['params'], before?: [string, Step['params']]): Piece {
  let piece = addStrand(blankPiece(), 'form', 'points', 'form.points-grid', { x: 3, y: 2, z: 1 });
  if (before) piece = addStep(piece, 's1', 1, ...before);
  return addStep(piece, 's1', before ? 2 : 1, 'form.drift', { steps: 96, ...params });
}

async function pointsOf(piece: Piece, phase: number, step?: string): Promise<number[][]> {
  const strand = piece.strands[0]!;
  const { positions } = await standing(piece, NO_ASSETS, strand, (await bake(piece, NO_ASSETS, strand))!, phase, {
    step,
  });
  return Array.from({ length: positions.length / 3 }, (_, i) => [...positions.slice(3 * i, 3 * i + 3)]);
}

const homes = (piece: Piece, phase = 0) => pointsOf(piece, phase, 't1');
const LN2 = Math.LN2;

describe('points that drift', () => {
  it('stand where flow and way back are even: an even flow carries them flow x half-life / ln 2 away', async () => {
    for (const back of [0.2, 0.9]) {
      const piece = drifting({ flow: [0.6, -0.3, 0.1], back });
      const from = await homes(piece);
      for (const phase of [0, 0.37])
        (await pointsOf(piece, phase)).forEach((at, i) =>
          [0.6, -0.3, 0.1].forEach((flow, k) =>
            expect(at[k]! - from[i]![k]!).toBeCloseTo((flow * back * (1 - 2 ** -9)) / LN2, 4),
          ),
        );
    }
  });

  it('turn as a spiral that is pulled home: home times rate / (rate - i turn)', async () => {
    const [back, degrees] = [0.4, 90];
    const piece = drifting({ flow: [0, 0, 0], turn: [0, 0, degrees], back });
    const [rate, turn] = [LN2 / back, (degrees * Math.PI) / 180];
    const from = await homes(piece);
    (await pointsOf(piece, 0.5)).forEach(([x, y], i) => {
      const [hx, hy] = from[i]!;
      const size = rate * rate + turn * turn;
      // Steps of first order: a share of the step's length stays as an error.
      expect(x).toBeCloseTo((rate * (rate * hx! - turn * hy!)) / size, 1);
      expect(y).toBeCloseTo((rate * (rate * hy! + turn * hx!)) / size, 1);
    });
  });

  it('lag behind a form that moves, and catch up more slowly with a longer half-life', async () => {
    const moved = (back: number) => {
      const piece = addStrand(
        drifting({ flow: [0, 0, 0], back }, ['form.transform', {}]),
        'signal',
        's',
        'signal.keys',
        {
          keys: [
            { at: 0, value: 0, ease: 'held' },
            { at: 0.5, value: 1, ease: 'held' },
          ],
        },
      );
      const shift = addStrand(piece, 'signal', 'v', 'signal.combine', { x: { link: 's2' }, y: 0, z: 0 });
      return setParam(shift, 's1', 't2', 'move', { link: 's3' });
    };
    const after = async (back: number) => {
      const piece = moved(back);
      const [before, now] = [await pointsOf(piece, 0.499), await pointsOf(piece, 0.5 + 0.5 / 8)];
      return now[0]![0]! - before[0]![0]!;
    };
    // The loop lasts 8 seconds, so half a second has gone: a point with a half-life of half a second is half way.
    expect(await after(0.5)).toBeCloseTo(0.5, 1);
    expect(await after(2)).toBeLessThan(0.25);
    expect(await after(0.05)).toBeGreaterThan(0.98);
  });

  it('ask the flow where they have got to: what turns about the middle keeps its distance', async () => {
    // A flow of (-y, x) at the carried place keeps a far home's points together; asked at rest it would be a line.
    let piece = drifting({ back: 1 });
    piece = addStrand(piece, 'field', 'around', 'field.position', {});
    piece = addStep(piece, 's2', 1, 'field.formula', { text: 'vec3(-v.y, v.x, 0.0)', gives: 'vector' });
    piece = setParam(piece, 's1', 't2', 'flow', { link: 's2' });
    const from = await homes(piece);
    const rate = LN2;
    (await pointsOf(piece, 0.2)).forEach(([x, y], i) => {
      const [hx, hy] = from[i]!;
      expect(x).toBeCloseTo((rate * (rate * hx! - hy!)) / (rate * rate + 1), 1);
      expect(y).toBeCloseTo((rate * (rate * hy! + hx!)) / (rate * rate + 1), 1);
    });
  });

  it('begin where the form has them in a piece that plays once', async () => {
    const piece = drifting({ flow: [1, 0, 0], back: 2 });
    const once: Piece = { ...piece, loop: { ...piece.loop, play: 'once' } };
    expect(await pointsOf(once, 0)).toEqual(await homes(once));
    const later = await pointsOf(once, 0.125);
    // After one second of eight: (1 - 2^(-1 / 2)) of the whole way.
    expect(later[0]![0]! - (await homes(once))[0]![0]!).toBeCloseTo(((1 - 2 ** -0.5) * 2) / LN2, 3);
  });

  it('read signals at the moments that they look back to', () => {
    const piece = drifting({});
    const woven = weave(piece, analyse(piece), [{ strand: 's1' }], { signalUniforms: true });
    expect(woven.otherMoments).toBe(true);
    const still = addStrand(blankPiece(), 'form', 'points', 'form.points-grid', {});
    expect(weave(still, analyse(still), [{ strand: 's1' }], { signalUniforms: true }).otherMoments).toBe(false);
  });
});
