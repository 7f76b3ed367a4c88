import * as THREE from 'three';
import { LoopSubdivision } from 'three-subdivide';
import { icosphere } from '@/core/mesh/source/solids';
import { subdivide } from '@/core/mesh/topology/subdivide';
import { triangles, skinOf } from '@/core/mesh/skin';
import { NO_BAKING } from '@/core/mesh/baking';
import { CATALOGUE } from '@/core/steps';
import { best, type Line } from './tools';

/** (g) Loop subdivision against the npm package three-subdivide, on the same ball, three times over. */
export function subdivision(): Line {
  const mesh = icosphere(1, 3);
  const skin = skinOf(mesh);
  const geometry = new THREE.BufferGeometry();
  geometry.setAttribute('position', new THREE.BufferAttribute(skin.positions, 3));
  geometry.setIndex(new THREE.BufferAttribute(triangles(skin), 1));
  const ours = best(5, () => void subdivide({ ...mesh }, 3, 'triangles'));
  const theirs = best(3, () => void LoopSubdivision.modify(geometry, 3, { split: false }));
  return {
    name: '(g) subdividing 1,280 triangles three times, against three-subdivide',
    ratio: ours / theirs,
    target: 'at most 1',
    ok: ours <= theirs,
    detail: `${ours.toFixed(0)} against ${theirs.toFixed(0)} ms`,
  };
}

/** (h) A grid of a thousand by a thousand faces, against filling the same arrays in a plain loop. */
export function bakingGrid(): Line {
  const grid = CATALOGUE.find((d) => d.op === 'form.grid')!;
  const ours = best(
    3,
    () => void skinOf(grid.bake!({ columns: 1000, rows: 1000, width: 4, depth: 4, lies: 'floor' }, NO_BAKING)),
  );
  const theirs = best(3, () => void new THREE.PlaneGeometry(4, 4, 1000, 1000));
  return {
    name: '(h) baking a 1000 x 1000 grid with its directions, against a bare plane of three.js',
    ratio: ours / theirs,
    target: 'for comparison',
    ok: true,
    detail: `${ours.toFixed(0)} against ${theirs.toFixed(0)} ms`,
  };
}
