import { definitionOf } from '../steps';
import type { Piece, Strand } from '../piece/types';
import { PLACE_SIZE } from '../glsl/lib';
import { plainParams } from '../weave/values';
import { writePlace } from '../weave/places';
import type { Mesh } from './mesh';

/** What the baked part of a form depends on; the same key gives the same mesh. */
export function bakeKey(piece: Piece, strand: Strand): string {
  const source = strand.steps[0]!;
  return JSON.stringify([source.op, source.params, piece.controls.map((c) => [c.id, c.value])]);
}

/**
 * Makes the mesh of a form strand: its baked part. Null where the source is not known.
 * @throws TooManyPoints
 */
export function bake(piece: Piece, strand: Strand): Mesh | null {
  const source = strand.steps[0];
  const definition = source && definitionOf(source.op);
  if (!source || !definition?.bake) return null;
  return definition.bake(plainParams(piece, source, definition, () => [0]));
}

/** Places at the points of a mesh, at rest, in its own space. */
export function placesOf(mesh: Mesh, phase: number): Float32Array {
  const count = mesh.positions.length / 3;
  const rows = new Float32Array(count * PLACE_SIZE);
  for (let i = 0; i < count; i++) {
    const rest = mesh.positions.subarray(3 * i, 3 * i + 3) as unknown as number[];
    writePlace(rows, i, { rest, world: rest, normal: mesh.points.normal.subarray(3 * i, 3 * i + 3) as unknown as number[], uv: mesh.points.uv.subarray(2 * i, 2 * i + 2) as unknown as number[], phase });
  }
  return rows;
}
