import { NO_ASSETS } from '@/core/assets/assets';
import * as THREE from 'three';
import { expect, it } from 'vitest';
import { bake } from '@/core/forms/bake';
import { CopySpots } from '@/core/forms/copy-spots';
import { skinOf } from '@/core/mesh/skin';
import { standing } from '@/core/forms/standing';
import { setParam } from '@/core/piece/edit';
import { from, piece, strand } from '@/demo/build';
import { CopyOrder } from './copy-order';
import { geometryOf } from './geometry';

const row = piece('Row', '', [
  strand('field', 'late', ['copy', { as: 'share' }]),
  strand('form', 'dust', ['points-scattered', { count: 40 }]),
  strand(
    'form',
    'panes',
    ['polygon', { corners: 4, radius: 0.2 }],
    ['copies', { on: from('dust'), delay: from('late') }],
  ),
]);
const panes = row.strands[2]!;
const mesh = (await bake(row, NO_ASSETS, panes))!;
const spots = (await CopySpots.make(row, NO_ASSETS, panes, mesh, { most: 100 }))!;

it('tells where each copy stands, as the whole form does', async () => {
  const at = spots.at(row, 0.3);
  const { positions } = await standing(row, NO_ASSETS, panes, mesh, 0.3);
  expect(spots.count).toBe(40);
  // The corner nearest to a square's middle is its first: all are as far.
  for (let n = 0; n < 40; n++) for (let k = 0; k < 3; k++) expect(at[3 * n + k]).toBeCloseTo(positions[12 * n + k]!, 5);
});

it('puts every copy once, from far to near, and leaves what it shares to others', () => {
  const source = geometryOf(skinOf(mesh)) as THREE.InstancedBufferGeometry;
  const order = new CopyOrder(source, spots);
  const towards = new THREE.Vector3(0.3, -0.5, -0.8).normalize();
  order.sort(row, 0.3, towards);
  const numbers = [...order.geometry.getAttribute('clCopyIn')!.array];
  expect(numbers.toSorted((a, b) => a - b)).toEqual(Array.from({ length: 40 }, (_, n) => n));
  const at = spots.at(row, 0.3);
  const depths = numbers.map((n) => new THREE.Vector3().fromArray(at, 3 * n).dot(towards));
  expect(depths).toEqual(depths.toSorted((a, b) => b - a));
  // Each copy goes on knowing its own place.
  const places = order.geometry.getAttribute('clCopyAtIn')!;
  numbers.forEach((n, i) =>
    expect([places.getX(i), places.getY(i), places.getZ(i)]).toEqual([...mesh.copies!.at.subarray(3 * n, 3 * n + 3)]),
  );
  expect(order.geometry.getAttribute('position')).toBe(source.getAttribute('position'));
  expect([...source.getAttribute('clCopyIn')!.array]).toEqual(Array.from({ length: 40 }, (_, n) => n));
  order.dispose();
  expect(source.getAttribute('position')).toBeDefined();
});

it('is kept while only numbers change, and made again for another mesh or text', async () => {
  const make = (p: typeof row, m = mesh) =>
    CopySpots.make(p, NO_ASSETS, p.strands[2]!, m, { most: 100, before: spots });
  expect(await make(setParam(row, 'panes', 't2', 'size', [2, 2, 2]))).toBe(spots);
  expect(await make(row, { ...mesh })).not.toBe(spots);
  expect(await make(setParam(row, 'late', 't1', 'as', 'count'))).not.toBe(spots);
  const source = geometryOf(skinOf(mesh));
  const order = new CopyOrder(source as THREE.InstancedBufferGeometry, spots);
  expect([order.puts(source, spots), order.puts(source, null), order.puts(geometryOf(skinOf(mesh)), spots)]).toEqual([
    true,
    false,
    false,
  ]);
});
