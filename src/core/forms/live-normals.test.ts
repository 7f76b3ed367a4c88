import { NO_ASSETS } from '../assets/assets';
import { describe, expect, it } from 'vitest';
import { addStep, addStrand, blankPiece } from '../piece/edit';
import type { Piece, Step } from '../piece/types';
import { bake } from './bake';
import { standing, type StandingForm } from './standing';
import { at3, cross, dot, length, unit, type Vec } from '../mesh/vectors';

/** A form of some steps, and a field that pushes it. */
function formOf(field: [string, Step['params']][], form: [string, Step['params']][]): Piece {
  let piece = addStrand(blankPiece(), 'field', 'wave', field[0]![0], field[0]![1]);
  field.slice(1).forEach(([op, params], i) => (piece = addStep(piece, 's1', i + 1, op, params)));
  piece = addStrand(piece, 'form', 'body', form[0]![0], form[0]![1]);
  form.slice(1).forEach(([op, params], i) => (piece = addStep(piece, 's2', i + 1, op, params)));
  return piece;
}

async function standingOf(piece: Piece, phase: number): Promise<StandingForm> {
  const strand = piece.strands.find((s) => s.kind === 'form')!;
  return standing(piece, NO_ASSETS, strand, (await bake(piece, NO_ASSETS, strand))!, phase);
}

const TAU = 2 * Math.PI;

describe('normals of moved surfaces in closed form', () => {
  it('plane waves on a grid: height h sin 2 pi (k x - t) has the normal (-h 2 pi k cos, 1, 0)', async () => {
    const [k, h, turns] = [0.7, 0.4, 2];
    const piece = formOf(
      [
        ['field.position', {}],
        ['field.ripple', { shape: 'plane', count: k, direction: [1, 0, 0], turns, height: 1, falloff: 0, reach: 0 }],
      ],
      [
        ['form.grid', { columns: 30, rows: 6, width: 4, depth: 2 }],
        ['form.push', { by: { link: 's1' }, amount: h, along: 'y' }],
      ],
    );
    for (const phase of [0, 0.13, 0.71]) {
      const { skin, normals } = await standingOf(piece, phase);
      for (let v = 0; v < normals.length / 3; v++) {
        const x = skin.positions[3 * v]!;
        const exact = unit([-h * TAU * k * Math.cos(TAU * (k * x - turns * phase)), 1, 0]);
        for (let c = 0; c < 3; c++) expect(Math.abs(normals[3 * v + c]! - exact[c]!)).toBeLessThan(1e-5);
      }
    }
  });

  it('circular waves on a ball: rings about the y axis, pushed along the normal', async () => {
    // r(a) = R + h sin(2 pi k d) with d = 2 R sin(a / 2) from the pole; the normal leans by -r'(a) / r along the
    // meridian.
    const [R, k, h] = [1.3, 0.8, 0.12];
    const piece = formOf(
      [
        ['field.position', {}],
        ['field.ripple', { shape: 'circular', origin: [0, R, 0], count: k, turns: 0, height: 1, falloff: 0, reach: 0 }],
      ],
      [
        ['form.ball', { radius: R, columns: 36, rows: 18 }],
        ['form.push', { by: { link: 's1' }, amount: h, along: 'normal' }],
      ],
    );
    const { skin, normals } = await standingOf(piece, 0);
    let compared = 0;
    for (let v = 0; v < normals.length / 3; v++) {
      const n = unit(at3(skin.positions, v));
      const a = Math.acos(n[1]);
      if (a < 0.2 || a > Math.PI - 0.2) continue;
      const d = 2 * R * Math.sin(a / 2);
      const r = R + h * Math.sin(TAU * k * d);
      const slope = h * Math.cos(TAU * k * d) * TAU * k * R * Math.cos(a / 2);
      // Along the meridian, away from the pole.
      const south = unit([n[1] * n[0], n[1] * n[1] - 1, n[1] * n[2]] as Vec);
      const exact = unit(n.map((c, i) => c * r - south[i]! * slope) as unknown as Vec);
      for (let c = 0; c < 3; c++) expect(Math.abs(normals[3 * v + c]! - exact[c]!)).toBeLessThan(1e-5);
      compared++;
    }
    expect(compared).toBeGreaterThan(300);
  });

  it('a twisted and tapered torus has the normals of its faces', async () => {
    const piece = formOf(
      [['field.position', {}]],
      [
        ['form.torus', { radius: 1, section: 0.4, columns: 200, rows: 100 }],
        ['form.twist-form', { amount: 0.3 }],
        ['form.taper', { amount: -0.2 }],
      ],
    );
    const { skin, positions, normals } = await standingOf(piece, 0.5);
    // Against the faces around: across each small face the normals lean to the same side.
    for (let f = 0; f + 1 < skin.faceStarts.length; f += 97) {
      const [a, b, c] = [0, 1, 2].map((i) => skin.corners[skin.faceStarts[f]! + i]!) as [number, number, number];
      const sub = (p: number, q: number) =>
        [0, 1, 2].map((i) => positions[3 * p + i]! - positions[3 * q + i]!) as unknown as Vec;
      const face = unit(cross(sub(b, a), sub(c, a)));
      expect(dot(face, at3(normals, a))).toBeGreaterThan(0.99);
      expect(length(at3(normals, a))).toBeCloseTo(1, 5);
    }
  });
});

describe('live parts', () => {
  it('shrinking by 1 draws every corner to its middle, and by 0 leaves it', async () => {
    const piece = (by: number) =>
      formOf(
        [['field.uv', {}]],
        [
          ['form.box', { size: [2, 2, 2], segments: 2 }],
          ['form.shrink', { by }],
        ],
      );
    const gone = await standingOf(piece(1), 0);
    gone.positions.forEach((v, i) =>
      expect(v).toBeCloseTo(gone.once.faces.middle[3 * gone.once.faceOf![Math.floor(i / 3)]! + (i % 3)]!, 6),
    );
    const whole = await standingOf(piece(0), 0);
    expect([...whole.positions]).toEqual([...whole.skin.positions]);
  });

  it('raised faces stand as high as the field says at their middle, on walls', async () => {
    const piece = formOf(
      [
        ['field.position', {}],
        ['field.pick', { channel: 'x or red' }],
      ],
      [
        ['form.grid', { columns: 4, rows: 1, width: 4, depth: 1 }],
        ['form.raise', { by: { link: 's1' }, height: 0.5 }],
      ],
    );
    const { positions, once } = await standingOf(piece, 0);
    const tops = new Set<number>();
    for (let v = 0; v < positions.length / 3; v++) {
      if (!once.lift![v]) expect(positions[3 * v + 1]).toBeCloseTo(0, 6);
      else tops.add(Number(positions[3 * v + 1]!.toFixed(4)));
    }
    expect([...tops].sort((a, b) => a - b)).toEqual([-0.75, -0.25, 0.25, 0.75]);
  });

  it('copies stand on the points of another form, turned and sized by fields of their own', async () => {
    let piece = formOf(
      [
        ['field.copy', { as: 'count' }],
        ['field.remap', { fromLow: 0, fromHigh: 1, low: 1, high: 2 }],
      ],
      [['form.box', { size: [1, 1, 1] }]],
    );
    piece = addStrand(piece, 'form', 'line', 'form.points-line', { count: 3, from: [0, 0, 0], to: [20, 0, 0] });
    piece = addStep(piece, 's2', 1, 'form.copies', { on: { link: 's3' }, size: { link: 's1' } });
    const { positions } = await standingOf(piece, 0);
    const each = positions.length / 3;
    for (let n = 0; n < 3; n++) {
      const xs = [...positions.slice(n * each, (n + 1) * each)].filter((_, i) => i % 3 === 0);
      expect([Math.min(...xs), Math.max(...xs)].map((x) => Number(x.toFixed(4)))).toEqual([
        10 * n - (n + 1) / 2,
        10 * n + (n + 1) / 2,
      ]);
    }
  });

  it('a copy that is behind stands as the first stood that much earlier', async () => {
    let piece = formOf(
      [
        ['field.position', {}],
        ['field.ripple', { shape: 'plane', count: 0.5, turns: 1, height: 1, falloff: 0, reach: 0 }],
      ],
      [
        ['form.grid', { columns: 8, rows: 2 }],
        ['form.push', { by: { link: 's1' }, amount: 0.3, along: 'y' }],
      ],
    );
    piece = addStrand(piece, 'field', 'late', 'field.copy', { as: 'count' });
    piece = addStep(piece, 's3', 1, 'field.join', { how: 'multiply', other: 0.25 });
    piece = addStep(piece, 's2', 2, 'form.nest', { count: 3, ratio: 1, turn: [0, 0, 0], delay: { link: 's3' } });
    const heights = (s: StandingForm, n: number) => [
      ...s.positions.slice((n * s.positions.length) / 3, ((n + 1) * s.positions.length) / 3),
    ];
    const [now, before] = [await standingOf(piece, 0.6), await standingOf(piece, 0.35)];
    heights(now, 1).forEach((v, i) => expect(v).toBeCloseTo(heights(before, 0)[i]!, 5));
    heights(now, 2).forEach((v, i) => expect(v).toBeCloseTo(heights(before, 1)[i]!, 5));
  });

  it('a magnet moves what is near and leaves what is far; its trail spreads the pull over earlier places', async () => {
    const body: [string, Step['params']][] = [['form.grid', { columns: 20, rows: 20, width: 8, depth: 8 }]];
    const still = await standingOf(
      formOf([['field.uv', {}]], [...body, ['form.magnet', { position: [0, 0, 0], radius: 1, move: [0, 2, 0] }]]),
      0,
    );
    for (let v = 0; v < still.positions.length / 3; v++) {
      const away = Math.hypot(still.skin.positions[3 * v]!, still.skin.positions[3 * v + 2]!);
      if (away >= 1) expect(still.positions[3 * v + 1]).toBeCloseTo(0, 6);
      if (away === 0) expect(still.positions[3 * v + 1]).toBeCloseTo(2, 5);
    }
    // One that stands still has the same bulge, however long its trail.
    const trailed = await standingOf(
      formOf(
        [['field.uv', {}]],
        [...body, ['form.magnet', { position: [0, 0, 0], radius: 1, move: [0, 2, 0], lasts: 3, places: 15 }]],
      ),
      0.3,
    );
    trailed.positions.forEach((v, i) => expect(v).toBeCloseTo(still.positions[i]!, 5));
    // A magnet on its way along x: with a trail, what it passed a moment ago is still lifted.
    let moving = formOf(
      [['field.combine', { x: 0, y: 0, z: 0 }]],
      [
        ...body,
        ['form.magnet', { position: { link: 's1' }, radius: 1, move: [0, 2, 0], lasts: 1.6, places: 4, fade: 0 }],
      ],
    );
    moving = addStrand(moving, 'signal', 'way', 'signal.keys', {
      keys: [
        { at: 0, value: -4, ease: 'linear' },
        { at: 0.5, value: 4, ease: 'linear' },
      ],
    });
    moving = {
      ...moving,
      strands: moving.strands.map((s) =>
        s.id === 's1' ? { ...s, steps: [{ ...s.steps[0]!, params: { x: { link: 's3' }, y: 0, z: 0 } }] } : s,
      ),
    };
    const { positions, skin } = await standingOf(moving, 0.25);
    const at = (x: number) =>
      positions[
        3 *
          skin.origin.findIndex(
            (_, v) => Math.abs(skin.positions[3 * v]! - x) < 1e-3 && Math.abs(skin.positions[3 * v + 2]!) < 1e-3,
          ) +
          1
      ]!;
    expect(at(-2)).toBeGreaterThan(0.1);
    expect(at(2)).toBeCloseTo(0, 5);
  });
});
