import { describe, expect, it } from 'vitest';
import { follow, expose, setOverride } from '../piece/desk';
import { addStep, addStrand, blankPiece, setParam } from '../piece/edit';
import { dependenciesOf } from '../piece/links';
import { controlsAt, placesOf } from './places-of';
import { strandById, type Piece } from '../piece/types';

/** Two forms that wear one surface, whose roughness is a field; one of them stands a second time elsewhere. */
function twoOfOneSurface(): Piece {
  let piece = blankPiece();
  piece = addStrand(piece, 'field', 'grain', 'field.number');
  piece = addStrand(piece, 'form', 'buoy', 'form.ball');
  piece = addStrand(piece, 'form', 'float', 'form.ball');
  piece = addStrand(piece, 'surface', 'paint', 'surface.lit');
  piece = addStrand(piece, 'stage', 'hall', 'stage.background');
  piece = addStrand(piece, 'stage', 'attic', 'stage.background');
  const [grain, buoy, float, paint, hall, attic] = piece.strands.map((s) => s.id);
  piece = setParam(piece, paint!, 't1', 'roughness', { link: grain! });
  const stand = (at: string, n: number, form: string, surface?: string) => {
    piece = addStep(piece, at, n, 'stage.place', {
      form: { link: form },
      ...(surface ? { surface: { link: surface } } : {}),
    });
  };
  stand(hall!, 1, buoy!, paint);
  stand(hall!, 2, float!, paint);
  stand(attic!, 1, float!);
  return piece;
}

const named = (piece: Piece, name: string) => piece.strands.find((s) => s.name === name)!.id;

describe('places', () => {
  const piece = twoOfOneSurface();
  const [hall, attic] = [named(piece, 'hall'), named(piece, 'attic')];

  it('a form, a surface and what feeds them are found where they stand', () => {
    expect(placesOf(piece, named(piece, 'buoy'))).toEqual([{ strand: hall, step: 't2' }]);
    expect(placesOf(piece, named(piece, 'float'))).toEqual([
      { strand: hall, step: 't3' },
      { strand: attic, step: 't2' },
    ]);
    for (const name of ['paint', 'grain']) expect(placesOf(piece, named(piece, name))).toHaveLength(2);
    expect(placesOf(piece, hall)).toEqual([]);
  });

  it('controls count where something of the place follows them, or has one set for itself', () => {
    const at = { strand: named(piece, 'grain'), step: 't1', param: 'value' };
    const out = expose(piece, at, { name: 'grain', value: 1, min: 0, max: 2 });
    const names = (p: Piece, stage: string, step: string) =>
      controlsAt(
        p,
        strandById(p, stage)!.steps.find((t) => t.id === step)!,
      ).map((c) => c.name);
    expect(names(out, hall, 't2')).toEqual(['grain']);
    expect(names(out, attic, 't2')).toEqual([]);
    expect(names(setOverride(out, attic, 't2', 'c1', 2), attic, 't2')).toEqual(['grain']);
    const turned = follow(out, { strand: attic, step: 't2', param: 'size' }, 'c1');
    expect(names(turned, attic, 't2')).toEqual(['grain']);
  });

  it('strands that feed each other in a circle are gone through once', () => {
    const [grain, paint] = [named(piece, 'grain'), named(piece, 'paint')];
    const circle = setParam(piece, grain, 't1', 'value', { link: paint });
    const step = strandById(circle, hall)!.steps[1]!;
    expect([...dependenciesOf(circle, [step])].sort()).toEqual([named(piece, 'buoy'), paint, grain].sort());
  });
});
