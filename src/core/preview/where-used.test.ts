import { NO_ASSETS } from '../assets/assets';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addStep, addStrand, blankPiece } from '../piece/edit';
import type { Piece } from '../piece/types';
import { bake } from '../forms/bake';
import { previewSteps } from '.';
import { patchPlace } from './patch';
import { ANYWHERE, formUnder, patchAcross, patchFor, pointIn, type Patch } from './where-used';

const box = (x: number, y: number, z: number) => new Float32Array([-x, -y, -z, x, y, z]);
const size = { width: 24, height: 12 };

describe('the patch across a form', () => {
  it('looks at it from the front, and from above where it lies on the ground', () => {
    expect(patchAcross({ positions: box(1, 1, 1) })).toMatchObject({ facing: 2, flat: false });
    expect(patchAcross({ positions: box(3, 0, 2) })).toMatchObject({ facing: 1, flat: true });
    expect(patchAcross({ positions: box(0.3, 2, 2) })).toMatchObject({ facing: 0, flat: false });
    const ground = patchAcross({ positions: box(3, 0, 2) });
    const place = patchPlace(0.5, 1, 1.5, 0, ground);
    // What is up in the drawing is away from who stands before it.
    (place.rest as number[]).forEach((v, k) => expect(v).toBeCloseTo([0, 0, -2][k]!, 6));
    (place.normal as number[]).forEach((v, k) => expect(v).toBeCloseTo([0, 1, 0][k]!, 6));
  });

  it('goes over all copies in the world, and over one at rest', () => {
    const copies = { at: new Float32Array([-4, 0, -4, 4, 0, 4]), normal: new Float32Array(6) };
    const patch = patchAcross({ positions: box(0.5, 0.5, 0.5), copies });
    expect(patch.facing).toBe(1);
    expect(patch.rest.half).toEqual([0.5, 0.5, 0.5]);
    expect(patch.world.half).toEqual([4.5, 0.5, 4.5]);
  });

  it('holds all of it, whatever its shape and place and the shape of the drawing', () => {
    const side = fc.double({ min: 0, max: 50, noNaN: true });
    fc.assert(
      fc.property(side, side, side, fc.double({ min: 0.3, max: 4, noNaN: true }), (x, y, z, aspect) => {
        const patch = patchAcross({ positions: box(x, y, z).map((v) => v + 3) });
        const [one, other] = [-1, 1].map((s) => pointIn(patch.world, patch.facing, s * aspect, s, aspect));
        for (const k of [0, 1, 2].filter((k) => k !== patch.facing))
          expect(Math.abs(one![k]! - other![k]!)).toBeGreaterThanOrEqual(2 * [x, y, z][k]! - 1e-3);
      }),
    );
  });
});

/** A field of places, put on a form by way of a link. */
function used(form: string): Piece {
  let piece = addStrand(blankPiece(), 'field', 'where', 'field.position');
  piece = addStrand(piece, 'field', 'depth', 'field.from', { value: { link: 's1', swizzle: 'z' } });
  piece = addStrand(piece, 'form', 'ground', form);
  return addStep(piece, 's3', 1, 'form.push', { amount: { link: 's2' } });
}

describe('a field', () => {
  const piece = used('form.grid');
  const field = piece.strands[1]!;
  const last = field.steps.at(-1)!.id;
  const drawn = async (patch: Patch) => {
    const preview = (
      await previewSteps({ piece, strand: field.id, steps: [last], size, phase: 0, patch }, NO_ASSETS)
    ).get(last)!;
    if (preview.kind !== 'picture') throw new Error('no picture');
    const row = (y: number) => [...preview.pixels.subarray(4 * size.width * y, 4 * size.width * (y + 1))];
    return { ...preview, isFlat: row(0).every((v, i) => v === row(size.height - 1)[i]) };
  };

  it('is shown where it is used: on flat ground it changes from top to bottom', async () => {
    const mesh = (await bake(piece, NO_ASSETS, piece.strands[2]!))!;
    expect(formUnder(piece, field)?.id).toBe('s3');
    const patch = patchFor(piece, field, { s3: patchAcross(mesh) });
    const across = await drawn(patch);
    expect(across.low).toBeLessThan(-0.4);
    expect(across.high).toBeGreaterThan(0.4);
    expect(across.isFlat).toBe(false);
  });

  it('is shown about the origin as long as its form is not known, and where it is used nowhere', () => {
    expect(patchFor(piece, field, {})).toBe(ANYWHERE);
    const patches = { s3: patchAcross({ positions: box(1, 1, 1) }) };
    expect(patchFor({ ...piece, strands: piece.strands.slice(0, 2) }, field, patches)).toBe(ANYWHERE);
    expect(patchFor(piece, piece.strands[2]!, patches)).toBe(ANYWHERE);
  });

  it('that lies on the floor is no bar code on what stands up', async () => {
    let floor = addStrand(blankPiece(), 'field', 'cloth', 'field.plane');
    floor = addStep(floor, 's1', 1, 'field.noise', { scale: 3 });
    const [strand] = floor.strands;
    const step = strand!.steps.at(-1)!.id;
    for (const patch of [ANYWHERE, patchAcross({ positions: box(1, 1, 1) })]) {
      const preview = (
        await previewSteps({ piece: floor, strand: 's1', steps: [step], size, phase: 0, patch }, NO_ASSETS)
      ).get(step)!;
      if (preview.kind !== 'picture') throw new Error('no picture');
      const at = (x: number, y: number) => preview.pixels[4 * (y * size.width + x)]!;
      const columns = Array.from({ length: size.width }, (_, x) => new Set([0, 2, 4, 5].map((y) => at(x, y))).size);
      expect(Math.max(...columns)).toBeGreaterThan(2);
    }
  });
});
