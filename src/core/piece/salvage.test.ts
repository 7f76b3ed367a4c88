import { describe, expect, it } from 'vitest';
import { STARTERS } from '@/demo';
import { acceptPiece, salvagePiece } from '../formats/piece-file';
import { PieceError } from './errors';
import { LIMITS } from './limits';
import type { Piece } from './types';

const veil = STARTERS[0]!.piece;
/** The piece as data with something spoilt in it. */
function spoilt(spoil: (data: never) => void): unknown {
  const data: unknown = structuredClone(veil);
  spoil(data as never);
  return data;
}
type Rows = { steps: { params: Record<string, unknown>; op?: string; note?: unknown }[]; name: unknown }[];

describe('a stored piece that is not quite right', () => {
  it.each<[string, (data: never) => void, (piece: Piece) => void]>([
    [
      'a key before the loop',
      (d: { strands: Rows }) =>
        (d.strands[0]!.steps[0]!.params.shift = { keys: [{ at: -0.5, value: 1, ease: 'held' }] }),
      (p) => expect(p.strands[0]!.steps[0]!.params.shift).toBeUndefined(),
    ],
    [
      'a number that is none',
      (d: { strands: Rows }) => (d.strands[1]!.steps[1]!.params.evolve = null),
      (p) => expect(p.strands[1]!.steps[1]!.params.evolve).toBeUndefined(),
    ],
    [
      'a link to nowhere',
      (d: { strands: Rows }) => (d.strands[0]!.steps[0]!.params.shift = { link: 'gone' }),
      (p) => expect(p.strands[0]!.steps[0]!.params.shift).toBeUndefined(),
    ],
    [
      'a size beyond every card',
      (d: { picture: { width: number } }) => (d.picture.width = 1e9),
      (p) => expect(p.picture.height).toBe(veil.picture.height),
    ],
    [
      'a step without an operation',
      (d: { strands: Rows }) => delete d.strands[1]!.steps[1]!.op,
      (p) => expect(p.strands[1]!.steps).toHaveLength(veil.strands[1]!.steps.length - 1),
    ],
    [
      'a note that is a number',
      (d: { strands: Rows }) => (d.strands[0]!.steps[0]!.note = 7),
      (p) => expect(p.strands).toHaveLength(veil.strands.length),
    ],
    [
      'a sound that is none',
      (d: { loop: Record<string, unknown> }) => (d.loop.sound = 4),
      (p) => expect(p.loop).toEqual(veil.loop),
    ],
  ])('opens without %s, which is named', (_, spoil, look) => {
    const data = spoilt(spoil);
    expect(() => acceptPiece(structuredClone(data))).toThrow(PieceError);
    const { piece, left } = salvagePiece(data);
    expect(left).toHaveLength(1);
    expect(left[0]).toMatch(/^(The|In the) .+\.$/);
    look(piece);
    expect(acceptPiece(JSON.parse(JSON.stringify(piece)))).toEqual(piece);
  });

  it('opens as it is where all of it is right, and leaves what was stored alone', () => {
    const { piece, left } = salvagePiece(veil);
    expect(piece).toBe(veil);
    expect(left).toEqual([]);
    const data = spoilt((d: { name: unknown }) => (d.name = 4));
    const before = structuredClone(data);
    salvagePiece(data);
    expect(data).toEqual(before);
  });

  it('is refused where it is no piece, or more than can be worked on', () => {
    expect(() => salvagePiece({ format: 'other' })).toThrow('not a piece');
    const strands = Array.from({ length: 11 }, (_, i) => ({
      ...veil.strands[0]!,
      id: `x${i}`,
      steps: Array.from({ length: LIMITS.steps }, (__, k) => ({ id: `t${k}`, op: 'signal.cycle', params: {} })),
    }));
    expect(() => salvagePiece({ ...veil, strands })).toThrow('It has 22,000 steps; a piece has at most 20,000.');
  });
});
