import { describe, expect, it } from 'vitest';
import { NO_BAKING } from '../mesh/baking';
import { skinOf, triangles, type Skin } from '../mesh/skin';
import { CATALOGUE } from '../steps';
import { placeRows, setPhase, writePlace } from '../weave/running/places';
import { PLACE_FIELDS, PLACE_SIZE } from '../glsl/lib';
import { samplePlaces, PICTURED_SIZE } from '../checks/sample-places';
import { formDrawing } from './form-drawing';
import { patchPlaces } from './patch';
import { GROUND, lightOf } from './shade';

const offset = (name: string) =>
  PLACE_FIELDS.slice(
    0,
    PLACE_FIELDS.findIndex((f) => f.name === name),
  ).reduce((sum, f) => sum + f.size, 0);

describe('places', () => {
  it('hold what is given, and a lone upward point otherwise', () => {
    const [row] = [placeRows([{ rest: [1, 2, 3], copy: 4, phase: 0.5 }])];
    expect([...row.subarray(0, 3)]).toEqual([1, 2, 3]);
    expect([...row.subarray(offset('normal'), offset('normal') + 3)]).toEqual([0, 1, 0]);
    expect([row[offset('copy')], row[offset('copies')], row[offset('phase')]]).toEqual([4, 1, 0.5]);
    expect(row.length).toBe(PLACE_SIZE);
  });

  it('are set to a phase without touching the rest', () => {
    const rows = samplePlaces(5, true);
    const before = rows.slice();
    setPhase(rows, 0.75, PICTURED_SIZE);
    rows.forEach((v, i) =>
      expect(v).toBe([offset('phase'), offset('globalPhase')].includes(i % PICTURED_SIZE) ? 0.75 : before[i]),
    );
  });

  it('are spread evenly over the square and around the ball', () => {
    const rows = samplePlaces(400);
    const mean = (at: number) =>
      Array.from({ length: 400 }, (_, i) => rows[i * PLACE_SIZE + at]!).reduce((a, b) => a + b) / 400;
    for (const k of [0, 1]) expect(mean(offset('uv') + k)).toBeCloseTo(0.5, 1);
    for (const k of [0, 1, 2]) expect(Math.abs(mean(offset('normal') + k))).toBeLessThan(0.06);
    for (let i = 0; i < 400; i++)
      expect(
        Math.hypot(...rows.subarray(i * PLACE_SIZE + offset('normal'), i * PLACE_SIZE + offset('normal') + 3)),
      ).toBeCloseTo(1, 5);
  });

  it('of a patch run from the upper left, with round normals', () => {
    const rows = patchPlaces({ width: 4, height: 2 }, 0.25);
    expect([...rows.subarray(offset('uv'), offset('uv') + 2)]).toEqual([0.125, 0.75]);
    expect([...rows.subarray(0, 3)]).toEqual([-3, 1, 0.65625]);
    const one = new Float32Array(PLACE_SIZE);
    writePlace(one, 0, { phase: 0.25 });
    expect(rows[offset('phase')]).toBe(one[offset('phase')]);
  });
});

describe('light', () => {
  const surface = (colour: number, roughness: number, glow: number) => [
    colour,
    colour,
    colour,
    roughness,
    0,
    glow,
    glow,
    glow,
  ];

  it('falls on what faces the sun, and glow needs none', () => {
    const bright = lightOf(surface(0.5, 1, 0), 0, [-0.48, 0.62, 0.62])[0];
    const dark = lightOf(surface(0.5, 1, 0), 0, [0.48, -0.62, -0.62])[0];
    expect(bright).toBeGreaterThan(3 * dark);
    expect(lightOf(surface(0, 1, 2), 0, [0, -1, 0])[0]).toBeGreaterThanOrEqual(2);
  });

  it('shines more on smooth things', () => {
    const half = [-0.27, 0.34, 0.9];
    expect(lightOf(surface(0.2, 0.1, 0), 0, half)[1]).toBeGreaterThan(lightOf(surface(0.2, 0.9, 0), 0, half)[1]);
  });
});

describe('drawings of forms', () => {
  const size = { width: 60, height: 30 };
  const box = skinOf(
    CATALOGUE.find((d) => d.op === 'form.grid')!.bake!(
      { columns: 4, rows: 4, width: 2, depth: 2, lies: 'floor' },
      NO_BAKING,
    ),
  );
  const covered = (mesh: Skin, positions: Float32Array) => {
    const drawn = formDrawing(mesh, positions, size);
    if (drawn.kind !== 'picture') throw new Error('no picture');
    return Array.from({ length: size.width * size.height }, (_, i) => drawn.pixels[4 * i] !== GROUND[0]).filter(Boolean)
      .length;
  };

  it('fill the cell without leaving it', () => {
    const share = covered(box, box.positions) / (size.width * size.height);
    expect(share).toBeGreaterThan(0.2);
    expect(share).toBeLessThan(0.9);
  });

  it('stay whole with points that are not numbers or all in one place', () => {
    const broken = box.positions.slice();
    broken[4] = Number.NaN;
    expect(covered(box, broken)).toBeGreaterThanOrEqual(0);
    expect(covered(box, new Float32Array(box.positions.length))).toBe(0);
    expect(triangles(box).length).toBe(4 * 4 * 6);
  });
});
