import { NO_ASSETS } from '../assets/assets';
import { describe, expect, it } from 'vitest';
import { STARTERS } from '@/demo';
import { CATALOGUE, type PlainParams } from '../steps';
import { setParam } from '../piece/edit';
import { bake } from '../forms/bake';
import { bakeKey } from '../forms/bake-key';
import { NO_BAKING } from './baking';
import { faceCount, pointCount } from './mesh';
import { skinOf, triangles, type Skin } from './skin';

const make = (op: string, params: PlainParams): Skin =>
  skinOf(CATALOGUE.find((d) => d.op === op)!.bake!(params, NO_BAKING));
const grid = (lies: string) => make('form.grid', { columns: 7, rows: 5, width: 4, depth: 3, lies });
const ball = make('form.ball', { radius: 1.5, columns: 96, rows: 48 });

function area(mesh: Skin): number {
  const t = triangles(mesh);
  let sum = 0;
  for (let i = 0; i < t.length; i += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => [...mesh.positions.subarray(3 * t[i + k]!, 3 * t[i + k]! + 3)]) as [
      number[],
      number[],
      number[],
    ];
    const [u, v] = [b.map((x, k) => x - a[k]!), c.map((x, k) => x - a[k]!)];
    sum += Math.hypot(u[1]! * v[2]! - u[2]! * v[1]!, u[2]! * v[0]! - u[0]! * v[2]!, u[0]! * v[1]! - u[1]! * v[0]!) / 2;
  }
  return sum;
}

const vec = (values: Float32Array, i: number) => [...values.subarray(3 * i, 3 * i + 3)] as [number, number, number];
const cross = (a: number[], b: number[]) => [
  a[1]! * b[2]! - a[2]! * b[1]!,
  a[2]! * b[0]! - a[0]! * b[2]!,
  a[0]! * b[1]! - a[1]! * b[0]!,
];

describe('grid', () => {
  it.each(['floor', 'wall', 'side'])(
    'lying as a %s has its counts, its area and a frame whose cross product is the normal',
    (lies) => {
      const mesh = grid(lies);
      expect([pointCount(mesh), faceCount(mesh), triangles(mesh).length / 3]).toEqual([48, 35, 70]);
      expect(area(mesh)).toBeCloseTo(12, 4);
      cross(vec(mesh.points.tangentA, 0), vec(mesh.points.tangentB, 0)).forEach((x, k) =>
        expect(x).toBeCloseTo(vec(mesh.points.normal, 0)[k]!, 6),
      );
      // Euler characteristic of a sheet: points - edges + faces = 1.
      expect(48 - (7 * 6 + 8 * 5) + 35).toBe(1);
    },
  );

  it('turns every face towards its normal', () => {
    const mesh = grid('floor');
    const t = triangles(mesh);
    for (let i = 0; i < t.length; i += 3) {
      const [a, b, c] = [vec(mesh.positions, t[i]!), vec(mesh.positions, t[i + 1]!), vec(mesh.positions, t[i + 2]!)];
      expect(
        cross(
          b.map((x, k) => x - a[k]!),
          c.map((x, k) => x - a[k]!),
        )[1],
      ).toBeGreaterThan(0);
    }
  });
});

describe('ball', () => {
  it('has the area of a sphere, to the fineness of its faces', () => {
    expect(Math.abs(area(ball) / (4 * Math.PI * 1.5 ** 2) - 1)).toBeLessThan(2e-3);
  });

  it('carries unit frames, and normals that turn by 1 / radius', () => {
    for (let i = 0; i < pointCount(ball); i += 37) {
      const n = vec(ball.points.normal, i);
      expect(Math.hypot(...n)).toBeCloseTo(1, 5);
      cross(vec(ball.points.tangentA, i), vec(ball.points.tangentB, i)).forEach((x, k) =>
        expect(x).toBeCloseTo(n[k]!, 5),
      );
      vec(ball.points.normalA, i).forEach((x, k) => expect(x).toBeCloseTo(vec(ball.points.tangentA, i)[k]! / 1.5, 5));
    }
  });
});

describe('baking', () => {
  const { piece } = STARTERS[0]!;
  const sea = () => piece.strands.find((s) => s.id === 'sea')!;

  it('refuses more points than there is room for', async () => {
    const huge = setParam(setParam(piece, 'sea', 't1', 'columns', 2000), 'sea', 't1', 'rows', 2000);
    await expect(
      bake(
        huge,
        NO_ASSETS,
        huge.strands.find((s) => s.id === 'sea')!,
      ),
    ).rejects.toThrow(/2000 x 2000 needs 4,004,001 points; at most 2,000,000/);
  });

  it('has one key for one mesh: a live step does not bake again', () => {
    const pushed = setParam(piece, 'sea', 't2', 'amount', 1);
    expect(
      bakeKey(
        pushed,
        NO_ASSETS,
        pushed.strands.find((s) => s.id === 'sea')!,
      ),
    ).toBe(bakeKey(piece, NO_ASSETS, sea()));
    const wider = setParam(piece, 'sea', 't1', 'width', 5);
    expect(
      bakeKey(
        wider,
        NO_ASSETS,
        wider.strands.find((s) => s.id === 'sea')!,
      ),
    ).not.toBe(bakeKey(piece, NO_ASSETS, sea()));
  });

  it('gives null for a source that is not known here', async () => {
    const strange = { ...sea(), steps: [{ id: 't1', op: 'form.from-tomorrow', params: {} }] };
    expect(
      await bake({ ...piece, strands: piece.strands.map((s) => (s.id === 'sea' ? strange : s)) }, NO_ASSETS, strange),
    ).toBeNull();
  });
});
