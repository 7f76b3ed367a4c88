import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { adjacencyOf } from './adjacency';
import { measure } from './measure';
import { faceCount, faceSize, fromFaces, meshOf, pointCount, type Mesh } from './mesh';
import { inBall, inBox, inRows, lattice, onBall, onCircle, onLine, onSpiral } from './source/clouds';
import { box, cylinder, icosphere, outline } from './source/solids';
import { copyToHandOver, manyOf, skinOf, spread, triangles, vertexCount } from './skin';
import { bevel } from './topology/bevel';
import { dual } from './topology/dual';
import { facePoints, tubes } from './topology/edges';
import { extrudeEach, extrudeTogether, raisable, thicken } from './topology/extrude';
import { repeat, transform } from './topology/repeat';
import { join, keepOnly, mergePoints, mirror, separate, triangulate } from './topology/split';
import { subdivide } from './topology/subdivide';
import { at3, cross, dot, length, sub, unit } from './vectors';

const cube = () => box([2, 2, 2], 1);
/** A single square face that looks up. */
const square = () =>
  fromFaces(
    [
      [-1, 0, 1],
      [1, 0, 1],
      [1, 0, -1],
      [-1, 0, -1],
    ],
    [[0, 1, 2, 3]],
  );
/** Closed, every edge with two faces, and outside is outside. */
function expectSolid(mesh: Mesh, euler = 2): void {
  const m = measure(mesh);
  expect({ euler: m.euler, open: m.open, broken: m.broken, flat: m.flat, notNumbers: m.notNumbers }).toEqual({
    euler,
    open: 0,
    broken: 0,
    flat: 0,
    notNumbers: 0,
  });
  expect(m.volume).toBeGreaterThan(0);
}

describe('sources', () => {
  it('a box has the counts, area and volume of a box', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.tuple(
          fc.double({ min: 0.2, max: 5, noNaN: true }),
          fc.double({ min: 0.2, max: 5, noNaN: true }),
          fc.double({ min: 0.2, max: 5, noNaN: true }),
        ),
        (n, [x, y, z]) => {
          const mesh = box([x, y, z], n);
          expectSolid(mesh);
          const m = measure(mesh);
          expect([m.points, m.faces]).toEqual([6 * n * n + 2, 6 * n * n]);
          expect(m.area / (2 * (x * y + y * z + z * x))).toBeCloseTo(1, 5);
          expect(m.volume / (x * y * z)).toBeCloseTo(1, 5);
        },
      ),
      { numRuns: 30 },
    );
  });

  it('an icosphere has 10 4^n + 2 points on its sphere', () => {
    for (const n of [0, 1, 2, 3]) {
      const mesh = icosphere(1.5, n);
      expectSolid(mesh);
      expect([pointCount(mesh), faceCount(mesh)]).toEqual([10 * 4 ** n + 2, 20 * 4 ** n]);
      for (let p = 0; p < pointCount(mesh); p++) expect(length(at3(mesh.positions, p))).toBeCloseTo(1.5, 5);
    }
    expect(measure(icosphere(1, 5)).volume / ((4 / 3) * Math.PI)).toBeCloseTo(1, 2);
  });

  it('cylinders and cones are closed, with the volume of their polygon', () => {
    const base = (n: number, r: number) => 0.5 * n * r * r * Math.sin((2 * Math.PI) / n);
    expectSolid(cylinder(1, 1, 2, 24, 3));
    expect(measure(cylinder(1, 1, 2, 24, 3)).volume).toBeCloseTo(2 * base(24, 1), 4);
    expectSolid(cylinder(1, 0, 3, 16, 4));
    expect(measure(cylinder(1, 0, 3, 16, 4)).volume).toBeCloseTo(base(16, 1), 4);
  });

  it('polygons and stars have their area, though a star is not convex', () => {
    expect(measure(outline(7, () => 2)).area).toBeCloseTo(0.5 * 7 * 4 * Math.sin((2 * Math.PI) / 7), 5);
    const star = outline(10, (k) => (k % 2 ? 0.4 : 1));
    expect(measure(star).area).toBeCloseTo(10 * 0.5 * 0.4 * Math.sin(Math.PI / 5), 5);
    expect(skinOf(star).points.normal.slice(0, 3)).toEqual(new Float32Array([0, 0, 1]));
  });

  it('clouds lie where they say', () => {
    const radii = (m: Mesh) => Array.from({ length: pointCount(m) }, (_, p) => length(at3(m.positions, p)));
    for (const r of radii(onBall(500, 2))) expect(r).toBeCloseTo(2, 5);
    for (const r of radii(onCircle(12, 3))) expect(r).toBeCloseTo(3, 5);
    expect(Math.max(...radii(inBall(4000, 1, 3)))).toBeLessThanOrEqual(1);
    // Half of the volume of a ball lies within 0.7937 of its radius.
    expect(radii(inBall(4000, 1, 3)).filter((r) => r < 0.5 ** (1 / 3)).length / 4000).toBeCloseTo(0.5, 1);
    for (const v of inBox(200, [2, 2, 2], 1).positions) expect(Math.abs(v)).toBeLessThanOrEqual(1);
    expect([...onLine(3, [0, 0, 0], [2, 4, 6]).positions]).toEqual([0, 0, 0, 1, 2, 3, 2, 4, 6]);
    const spiral = radii(onSpiral(201, 1, 2, 1.414));
    expect(spiral[200]! / spiral[100]!).toBeCloseTo(1.414, 4);
    expect(pointCount(lattice([3, 4, 5], [1, 1, 1]))).toBe(60);
  });

  it('say how many are too many before they take the memory', () => {
    expect(() => icosphere(1, 12)).toThrow(/167,772,162 points; at most 2,000,000/);
    expect(() => inBox(1e9, [1, 1, 1], 0)).toThrow(/1,000,000,000 points/);
    expect(() => repeat(cube(), 1e9, transform([1, 0, 0], [0, 0, 0], [1, 1, 1]))).toThrow(/smaller count/);
  });
});

describe('topology', () => {
  const bodies = () => [cube(), icosphere(1, 1), cylinder(1, 0.5, 2, 9, 2), box([1, 2, 3], 2)];

  it('every step that keeps a body closed keeps it closed', () => {
    for (const body of bodies()) {
      for (const made of [
        subdivide(body, 1, 'linear'),
        subdivide(body, 2, 'rounded'),
        subdivide(body, 1, 'triangles'),
        triangulate(body),
        dual(body),
        extrudeEach(
          body,
          () => 0.1,
          () => 0.2,
        ),
        bevel(body, 0.1, 1),
        bevel(body, 0.1, 3),
        mergePoints(separate(body), 1e-5),
      ])
        expectSolid(made);
    }
  });

  it('linear subdivision and triangles keep area and volume', () => {
    for (const body of [cube(), box([1, 2, 3], 2)]) {
      for (const made of [subdivide(body, 2, 'linear'), triangulate(body), mergePoints(separate(body), 1e-5)]) {
        expect(measure(made).area).toBeCloseTo(measure(body).area, 4);
        expect(measure(made).volume).toBeCloseTo(measure(body).volume, 4);
      }
    }
  });

  it(
    'the rounded cube goes to the limit of its corner: (9 P + 4 sum of edge neighbours + sum of ' +
      'face neighbours) / 24',
    () => {
      // M. Halstead, M. Kass and T. DeRose, "Efficient, Fair Interpolation using Catmull-Clark Surfaces", SIGGRAPH
      // 1993, for valence 3.
      const mesh = subdivide(cube(), 6, 'rounded');
      const corner = at3(mesh.positions, 0).map(Math.abs);
      for (const v of corner) expect(v).toBeCloseTo(0.5, 3);
      expect(pointCount(subdivide(cube(), 1, 'rounded'))).toBe(26);
    },
  );

  it('triangle subdivision of an octahedron moves its points by Loop’s weights', () => {
    const octahedron = fromFaces(
      [
        [1, 0, 0],
        [-1, 0, 0],
        [0, 1, 0],
        [0, -1, 0],
        [0, 0, 1],
        [0, 0, -1],
      ],
      [
        [0, 2, 4],
        [2, 1, 4],
        [1, 3, 4],
        [3, 0, 4],
        [2, 0, 5],
        [1, 2, 5],
        [3, 1, 5],
        [0, 3, 5],
      ],
    );
    expectSolid(octahedron);
    const made = subdivide(octahedron, 1, 'triangles');
    const beta = (5 / 8 - (3 / 8 + Math.cos(Math.PI / 2) / 4) ** 2) / 4;
    expect(made.positions[0]).toBeCloseTo(1 - 4 * beta, 6);
    // Each edge point: 3/8 of its ends and 1/8 of the two points across, which cancel here.
    const edges = Array.from({ length: 12 }, (_, e) => length(at3(made.positions, 6 + e)));
    for (const e of edges) expect(e).toBeCloseTo((3 / 8) * Math.SQRT2, 5);
  });

  it('the dual of an icosphere is hexagons and twelve pentagons; the dual of a dual has the first counts', () => {
    const hexagons = dual(icosphere(1, 2));
    const sizes = Array.from({ length: faceCount(hexagons) }, (_, f) => faceSize(hexagons, f));
    expect([sizes.filter((s) => s === 5).length, sizes.filter((s) => s === 6).length]).toEqual([12, 150]);
    for (const body of bodies()) {
      const twice = dual(dual(body));
      expect([pointCount(twice), faceCount(twice), measure(twice).edges]).toEqual([
        pointCount(body),
        faceCount(body),
        measure(body).edges,
      ]);
    }
  });

  it('extruding a square gives the volume of a slab; a thickened one is closed', () => {
    const lid = measure(
      extrudeEach(
        square(),
        () => 0.5,
        () => 0,
      ),
    );
    expect(lid.area).toBeCloseTo(4 + 4 * 2 * 0.5 + 4 - 4, 5);
    expect(lid.open).toBe(4);
    expectSolid(thicken(square(), 0.25));
    expect(measure(thicken(square(), 0.25)).volume).toBeCloseTo(1, 5);
    expect(measure(extrudeTogether(subdivide(square(), 2, 'linear'), 0.5)).faces).toBe(16 + 16);
    expect(measure(extrudeTogether(cube(), 0.5)).volume).toBeCloseTo(27, 4);
  });

  it('what rises stands on walls of no height and knows its face', () => {
    const mesh = raisable(subdivide(square(), 1, 'linear'));
    expect(faceCount(mesh)).toBe(4 * 5);
    const lift = mesh.cornerData.lift!.data;
    expect([...lift].reduce((a, b) => a + b)).toBe(4 * (4 * 2 + 4));
    expect([...mesh.faceData.number!.data]).toEqual([0, 1, 2, 3].flatMap((f) => Array<number>(5).fill(f)));
    expect(measure(mesh).area).toBeCloseTo(4, 5);
  });

  it('a bevel takes the width it is given off a cube', () => {
    const mesh = bevel(cube(), 0.2, 1);
    // A cube without its edges: 6 squares, 12 strips, 8 triangles.
    expect(measure(mesh)).toMatchObject({ faces: 26, points: 24, euler: 2 });
    expect(measure(mesh).volume).toBeCloseTo(8 - 12 * 0.5 * 0.2 * 0.2 * 1.6 - 8 * (0.2 ** 3 - 0.2 ** 3 / 6), 4);
    // Wider than there is room: it stops short and stays closed.
    expectSolid(bevel(cube(), 9, 2));
  });

  it('mirrors, joins, repeats, keeps and turns into rods and points', () => {
    const half = keepOnly(
      box([2, 2, 2], 2),
      Float32Array.from({ length: 24 }, (_, f) => (f < 12 ? 1 : 0)),
    );
    expect(faceCount(half)).toBe(12);
    const moved = meshOf({ ...cube(), positions: cube().positions.map((v, i) => (i % 3 === 0 ? v + 1 : v)) });
    expect(measure(mirror(moved, 0, false)).volume).toBeCloseTo(8, 5);
    expect(pointCount(mirror(moved, 0, true))).toBe(12);
    expect(measure(join(cube(), icosphere(1, 1)))).toMatchObject({ euler: 4, open: 0 });
    const fan = repeat(square(), 5, transform([1, 0, 0], [0, 90, 0], [0.5, 0.5, 0.5]));
    expect(measure(fan).area).toBeCloseTo(4 * (1 + 1 / 4 + 1 / 16 + 1 / 64 + 1 / 256), 5);
    expectSolid(tubes(square(), 0.1, 6), 8);
    expect([...facePoints(square()).pointData.normal!.data].map(Math.round)).toEqual([0, 1, 0]);
  });

  it('meshes with broken edges, flat faces and positions that are not numbers are measured, not choked on', () => {
    const fin = fromFaces(
      [
        [0, 0, 0],
        [1, 0, 0],
        [0, 1, 0],
        [0, 0, 1],
        [0, -1, 0],
      ],
      [
        [0, 1, 2],
        [1, 0, 3],
        [0, 1, 4],
      ],
    );
    expect(measure(fin).broken).toBe(1);
    const bad = fromFaces(
      [
        [0, 0, 0],
        [1, 0, 0],
        [2, 0, 0],
        [Number.NaN, 0, 0],
      ],
      [
        [0, 1, 2],
        [0, 1, 3],
      ],
    );
    expect(measure(bad)).toMatchObject({ notNumbers: 1, flat: 2 });
    for (const broken of [fin, bad])
      for (const step of [
        (m: Mesh) => subdivide(m, 1, 'rounded'),
        dual,
        (m: Mesh) => thicken(m, 0.1),
        (m: Mesh) => bevel(m, 0.1, 2),
        (m: Mesh) => tubes(m, 0.1, 3),
      ])
        expect(() => skinOf(step(broken))).not.toThrow();
  });
});

describe('adjacency', () => {
  it('twins are each other’s, and every edge is met once or twice', () => {
    for (const mesh of [cube(), icosphere(1, 2), square()]) {
      const { twin, edge, next } = adjacencyOf(mesh);
      twin.forEach((t, c) => {
        if (t < 0) return;
        expect([twin[t], edge[t]]).toEqual([c, edge[c]]);
        expect([mesh.corners[t], mesh.corners[next[t]!]]).toEqual([mesh.corners[next[c]!], mesh.corners[c]]);
      });
    }
  });
});

describe('points in rows', () => {
  it('are about as many as asked, evenly apart, inside of what they fill', () => {
    fc.assert(
      fc.property(fc.integer({ min: 500, max: 20000 }), fc.double({ min: 0.5, max: 4, noNaN: true }), (count, side) => {
        const filled = inRows(count, [side, 2, 3], false);
        expect(pointCount(filled) / count).toBeCloseTo(1, 0);
        const gaps = new Set([...filled.positions].filter((_, i) => i % 3 === 0).map((x) => x.toFixed(4)));
        expect(gaps.size).toBe(Math.max(1, Math.round(side / ((side * 6) / count) ** (1 / 3))));
        const ball = inRows(count, [side, side, side], true);
        expect(pointCount(ball) / count).toBeGreaterThan(0.8);
        expect(pointCount(ball) / count).toBeLessThan(1.25);
        for (let p = 0; p < pointCount(ball); p++)
          expect(length(at3(ball.positions, p))).toBeLessThanOrEqual(side / 2 + 1e-6);
      }),
      { numRuns: 12 },
    );
  });

  it('lie in a plane where the box is flat', () => {
    const flat = inRows(100, [4, 4, 0], false);
    expect(pointCount(flat)).toBe(100);
    expect(measure(flat).notNumbers).toBe(0);
  });

  it('are as many in a thin box as in a flat one, however thin', () => {
    for (const thin of [1e-9, 1e-6, 0.01, 0.1]) expect(pointCount(inRows(100, [4, thin, 4], false))).toBe(100);
    expect(pointCount(inRows(50, [1e-6, 10, 1e-3], false))).toBe(50);
    expect(pointCount(inRows(1, [1e-6, 1e6, 1e6], false))).toBe(1);
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 3000 }),
        fc.tuple(...[0, 1, 2].map(() => fc.double(SIDES))),
        (count, size) => {
          const points = pointCount(inRows(count, size, false));
          // Rounding goes by a half in each of three axes at most.
          expect(points).toBeGreaterThan(count / 8);
          expect(points).toBeLessThan(8 * count);
        },
      ),
    );
  });
});

/** Sides of a box, thin ones among them. */
const SIDES = { min: 1e-6, max: 1e6, noNaN: true };

describe('skins', () => {
  it('split points at sharp edges and keep them whole where the surface is smooth', () => {
    expect(skinOf(cube()).origin.length).toBe(24);
    expect(skinOf(icosphere(1, 3)).origin.length).toBe(642);
    const plain = icosphere(1, 3);
    expect(skinOf({ ...plain, frames: undefined }).origin.length).toBe(642);
  });

  it('measure the slopes of normals and uv that a ball has by its radius', () => {
    const measured = skinOf({ ...icosphere(2, 4), frames: undefined });
    for (let v = 0; v < measured.origin.length; v += 97) {
      const n = at3(measured.points.normal, v);
      expect(dot(n, unit(at3(measured.positions, v)))).toBeCloseTo(1, 3);
      expect(dot(at3(measured.points.normalA, v), at3(measured.points.tangentA, v))).toBeCloseTo(0.5, 1);
      expect(length(sub(cross(at3(measured.points.tangentA, v), at3(measured.points.tangentB, v)), n))).toBeLessThan(
        1e-5,
      );
    }
  });

  it('give triangles for every corner but two of each face', () => {
    for (const mesh of [cube(), dual(icosphere(1, 2)), outline(12, (k) => (k % 2 ? 0.3 : 1))])
      expect(triangles(skinOf(mesh)).length / 3).toBe(mesh.corners.length - 2 * faceCount(mesh));
  });

  it('many times over have the faces and triangles of each, one after the other', () => {
    for (const skin of [skinOf(cube()), spread(skinOf(cube())), skinOf(dual(icosphere(1, 2)))]) {
      const many = manyOf(skin, 3);
      const [count, corners] = [vertexCount(skin), skin.corners.length];
      expect(vertexCount(many)).toBe(3 * count);
      const three = (rows: Uint32Array, shift: number) =>
        [0, 1, 2].flatMap((n) => Array.from(rows, (v) => v + n * shift));
      expect([...triangles(many)]).toEqual(three(triangles(skin), count));
      expect([...many.corners]).toEqual(three(skin.corners, count));
      expect([...many.faceStarts]).toEqual([0, ...three(skin.faceStarts.slice(1), corners)]);
      expect(many.points.uv.length).toBe(2 * vertexCount(many));
    }
  });

  it('are handed over as a copy, each buffer once, and the skin itself stays', () => {
    const normal = new Float32Array([0, 1, 0, 0, 1, 0]);
    for (const skin of [
      skinOf(cube()),
      spread(skinOf(cube())),
      { ...skinOf(cube()), copies: { at: normal, normal, counts: [2, 1, 1] } },
    ]) {
      const before = structuredClone(skin);
      const { skin: copy, buffers } = copyToHandOver(skin);
      expect(copy).toEqual(skin);
      expect(new Set(buffers).size).toBe(buffers.length);
      expect(structuredClone(copy, { transfer: buffers })).toEqual(before);
      expect(copy.positions.length).toBe(0);
      expect(skin).toEqual(before);
    }
  });
});
