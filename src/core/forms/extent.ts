import type { Assets } from '../assets/assets';
import type { Vector, Piece, Strand } from '../piece/types';
import { copyCount } from '../mesh/topology/copy-levels';
import { bake } from './bake';
import { standing } from './standing';

/** Vertices of all copies that are looked at, at most; of more, evenly many. */
const MAX_VERTICES = 400_000;
/** Directions in which the farthest point is looked for: to the faces, edges and corners of a box. */
const DIRECTIONS: readonly Vector[] = [-1, 0, 1].flatMap((x) =>
  [-1, 0, 1].flatMap((y) => [-1, 0, 1].flatMap((z): Vector[] => (x || y || z ? [[x, y, z]] : []))),
);

/**
 * How far a form reaches at a phase, with all its copies and all that moves it: its farthest points in 26 directions,
 * in its own space, three floats each.
 * @returns no points where there is no mesh
 * @throws MeshError
 */
export async function formExtent(piece: Piece, assets: Assets, strand: Strand, phase: number): Promise<Float32Array> {
  const mesh = await bake(piece, assets, strand);
  if (!mesh || mesh.positions.length === 0) return new Float32Array(0);
  const most = Math.max(1, Math.floor((3 * MAX_VERTICES) / mesh.positions.length));
  const count = mesh.copies ? copyCount(mesh.copies) : 1;
  const only = count > most ? everyNth(count, Math.ceil(count / most)) : undefined;
  const { positions } = await standing(piece, assets, strand, mesh, phase, { still: true, only });
  return farthestPoints(positions);
}

/** Numbers of some of the copies; the first and the last are among them. */
function everyNth(count: number, n: number): number[] {
  const picks = Array.from({ length: Math.ceil(count / n) }, (_, i) => i * n);
  return picks.at(-1) === count - 1 ? picks : [...picks, count - 1];
}

function farthestPoints(positions: Float32Array): Float32Array {
  const best = DIRECTIONS.map(() => ({ far: -Infinity, at: 0 }));
  for (let i = 0; i < positions.length; i += 3) {
    const [x, y, z] = [positions[i]!, positions[i + 1]!, positions[i + 2]!];
    if (!Number.isFinite(x + y + z)) continue;
    for (const [k, [dx, dy, dz]] of DIRECTIONS.entries()) {
      const far = dx * x + dy * y + dz * z;
      if (far > best[k]!.far) best[k] = { far, at: i };
    }
  }
  const found = best.filter((b) => b.far > -Infinity);
  return Float32Array.from(found.flatMap(({ at }) => [...positions.subarray(at, at + 3)]));
}
