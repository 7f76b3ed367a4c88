import { describe, expect, it } from 'vitest';
import { STARTERS } from '@/demo';
import type { Piece } from '../../piece/types';
import { shownBy, allDependencies } from '..';

const pieceOf = (id: string) => STARTERS.find((s) => s.id === id)!.piece;
const names = (piece: Piece) => {
  const { finish, stage } = shownBy(piece);
  return [finish?.name, stage?.name];
};

describe('the output of a piece', () => {
  it('is the finish that no other takes in, in whatever order they stand', () => {
    const trails = pieceOf('foghorn-trails');
    expect(names(trails)).toEqual(['out', 'deck from above']);
    expect(names({ ...trails, strands: [...trails.strands].reverse() })).toEqual(['out', 'deck from above']);
  });

  it('is not one whose picture is worn on the stage that is shown', () => {
    const mirror = pieceOf('harbour-mirror');
    expect(names(mirror)).toEqual(['out', 'quay']);
    expect(names({ ...mirror, strands: [...mirror.strands].reverse() })).toEqual(['out', 'quay']);
    const out = mirror.strands.find((s) => s.name === 'out')!;
    expect(allDependencies(mirror, out)).toContain(mirror.strands.find((s) => s.name === 'relay')!.id);
  });
});
