import { describe, expect, it } from 'vitest';
import { expose } from '@/core/piece/desk';
import { addStrand, blankPiece } from '@/core/piece/edit';
import { stepById, strandById, type Vector } from '@/core/piece/types';
import { CATALOGUE, definitionOf, kindOf } from '@/core/steps';
import { numberAt, placeAt, setHandle } from '@/actions/handle-values';
import { along, coneRing, facing, ringAt } from './rings';

/** A camera at 0, 0, 5 that looks along -z, 100 pixels a unit at the middle. */
const project = ([x, y, z]: Vector) => ({ x: (500 * x) / (5 - z), y: (-500 * y) / (5 - z) });
const apart = (a: Vector, b: Vector) => Math.hypot(...a.map((v, i) => v - b[i]!));

describe('rings on the stage', () => {
  it('that face the viewer lie at their radius, and are round in the picture', () => {
    const ring = facing(project, [0, 0, 0], 2)!;
    for (const angle of [0, 1, 2.5, 4]) {
      const at = ringAt(ring, angle);
      expect(apart(at, [0, 0, 0])).toBeCloseTo(2);
      const seen = project(at);
      expect(Math.hypot(seen.x, seen.y)).toBeCloseTo(200, 0);
    }
  });

  it('of a cone lie at its half angle from the way it shines', () => {
    for (const opening of [10, 60, 90, 140]) {
      const tip: Vector = [1, 4, 2];
      const { ring } = coneRing(tip, [0, 0, 0], opening);
      const way = tip.map((v) => -v) as Vector;
      for (const angle of [0, 2, 5]) {
        const to = ringAt(ring, angle).map((v, i) => v - tip[i]!) as Vector;
        const cosine = to.reduce((sum, v, i) => sum + v * way[i]!, 0) / (Math.hypot(...to) * Math.hypot(...way));
        expect((2 * Math.acos(cosine) * 180) / Math.PI).toBeCloseTo(opening, 3);
      }
    }
  });

  it('are pulled by how far the grip goes away from the middle', () => {
    expect(along({ x: 0, y: 0 }, { x: 30, y: 40 }, { x: 30, y: 40 })).toBeCloseTo(2);
    expect(along({ x: 0, y: 0 }, { x: 30, y: 40 }, { x: 40, y: -30 })).toBeCloseTo(1);
    expect(along({ x: 0, y: 0 }, { x: 30, y: 40 }, { x: -90, y: -120 })).toBe(0);
  });
});

describe('what handles hold', () => {
  const handled = CATALOGUE.filter((d) => d.handles || d.focuses);
  const numbers = handled.flatMap((d) =>
    [
      ...(d.handles ?? []).flatMap(({ reach, cone }) => [reach, cone?.opening].filter((id) => id !== undefined)),
      ...(d.focuses ? [d.focuses] : []),
    ].map((id) => [d.op, id] as const),
  );

  it.each(handled.map((d) => [d.op, d] as const))('%s: parameters that hold places and numbers', (_, d) => {
    const typeOf = (id: string | undefined) => id && d.params.find((p) => p.id === id)?.type;
    for (const { at, turn, reach, cone } of d.handles ?? []) {
      expect(typeOf(at)).toBe('vector');
      if (turn) expect(typeOf(turn)).toBe('vector');
      if (reach) expect(typeOf(reach)).toBe('number');
      if (cone) expect([typeOf(cone.tip), typeOf(cone.opening)]).toEqual(['vector', 'number']);
    }
    if (d.focuses) expect(typeOf(d.focuses)).toBe('number');
  });

  it.each(numbers)('%s: %s is set within its range, at the step or on the desk', (op, id) => {
    const piece = addStrand(blankPiece(), kindOf(definitionOf(op)!), 'row', op);
    const strand = piece.strands.at(-1)!.id;
    const step = piece.strands.at(-1)!.steps[0]!.id;
    const at = { strand, step, param: id };
    const param = definitionOf(op)!.params.find((p) => p.id === id)!;
    const value = (p: typeof piece) => numberAt(p, stepById(strandById(p, strand), step)!, id, 0);
    const set = setHandle(piece, at, 1.23456, 0);
    expect(value(set)).toBe(1.235);
    expect(value(setHandle(piece, at, 1e9, 0))).toBe(('hard' in param && param.hard?.[1]) || 1e9);
    const out = expose(set, at, { name: 'out', value: 1, min: 0, max: 5 });
    const moved = setHandle(out, at, 2.5, 0);
    expect(moved.controls[0]!.value).toBe(2.5);
    expect(value(moved)).toBe(2.5);
    expect(placeAt(moved, stepById(strandById(moved, strand), step)!, id, 0)).toBeNull();
  });
});
