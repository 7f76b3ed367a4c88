import { MeshBuilder } from '../builder';
import { withFaceData } from '../face-data';
import {
  cornerCount,
  faceCount,
  faceSize,
  gatherAll,
  meshOf,
  pointCount,
  refuseTooMany,
  type Attributes,
  type Mesh,
} from '../mesh';
import { triangleCorners } from '../triangulate';
import { adjacencyOf } from '../adjacency';

/** Every face cut into triangles. */
export function triangulate(mesh: Mesh): Mesh {
  if (Array.from({ length: faceCount(mesh) }, (_, f) => f).every((f) => faceSize(mesh, f) === 3)) return mesh;
  const cut = triangleCorners(mesh);
  const { faceOf } = adjacencyOf(mesh);
  const count = cut.length / 3;
  return {
    ...mesh,
    faceStarts: Uint32Array.from({ length: count + 1 }, (_, i) => 3 * i),
    corners: cut.map((c) => mesh.corners[c]!),
    cornerData: gatherAll(mesh.cornerData, cut),
    faceData: gatherAll(
      mesh.faceData,
      Uint32Array.from({ length: count }, (_, i) => faceOf[cut[3 * i]!]!),
    ),
    frames: mesh.frames && { ...mesh.frames, rows: cut.map((c) => mesh.frames!.rows[c]!) },
  };
}

/** Every face with points of its own. What is made of a face later keeps its number, middle and normal. */
export function separate(mesh: Mesh): Mesh {
  refuseTooMany('Separating these faces', mesh.corners.length, faceCount(mesh));
  const builder = new MeshBuilder(withFaceData(mesh));
  for (let f = 0; f < faceCount(mesh); f++) {
    const corners = Array.from({ length: faceSize(mesh, f) }, (_, k) => mesh.faceStarts[f]! + k);
    builder.face(
      corners.map((c) => builder.same(mesh.corners[c]!)),
      corners,
      f,
    );
  }
  return builder.done();
}

/**
 * Makes one point of all that lie within a distance (metres) of each other; faces that shrink to
 * less than three corners go.
 */
export function mergePoints(mesh: Mesh, distance: number): Mesh {
  const { positions } = mesh;
  const cell = Math.max(distance, 1e-7);
  const grid = new Map<string, number[]>();
  const target = new Uint32Array(pointCount(mesh));
  const builder = new MeshBuilder(mesh);
  for (let p = 0; p < target.length; p++) {
    const [x, y, z] = [positions[3 * p]!, positions[3 * p + 1]!, positions[3 * p + 2]!];
    const [i, j, k] = [x, y, z].map((v) => Math.floor(v / cell)) as [number, number, number];
    let found = -1;
    for (let n = 0; n < 27 && found < 0; n++) {
      for (const q of grid.get(`${i + (n % 3) - 1} ${j + (Math.floor(n / 3) % 3) - 1} ${k + Math.floor(n / 9) - 1}`) ??
        []) {
        if (Math.hypot(positions[3 * q]! - x, positions[3 * q + 1]! - y, positions[3 * q + 2]! - z) <= distance) {
          found = q;
          break;
        }
      }
    }
    if (found >= 0) target[p] = target[found]!;
    else {
      target[p] = builder.same(p);
      const key = `${i} ${j} ${k}`;
      const list = grid.get(key);
      if (list) list.push(p);
      else grid.set(key, [p]);
    }
  }
  for (let f = 0; f < faceCount(mesh); f++) {
    const own = Array.from({ length: faceSize(mesh, f) }, (_, k) => mesh.faceStarts[f]! + k);
    const kept = own.filter((c, k) => target[mesh.corners[c]!] !== target[mesh.corners[own[(k + 1) % own.length]!]!]);
    if (kept.length >= 3)
      builder.face(
        kept.map((c) => target[mesh.corners[c]!]!),
        kept,
        f,
      );
  }
  return builder.done();
}

/**
 * The mesh without the faces (or, in a cloud, the points) for which `keep` is 0; points that no face uses any more go.
 */
export function keepOnly(mesh: Mesh, keep: ArrayLike<number>): Mesh {
  const builder = new MeshBuilder(mesh);
  if (faceCount(mesh) === 0) {
    for (let p = 0; p < pointCount(mesh); p++) if (keep[p]) builder.same(p);
    return builder.done();
  }
  const made = new Int32Array(pointCount(mesh)).fill(-1);
  for (let f = 0; f < faceCount(mesh); f++) {
    if (!keep[f]) continue;
    const corners = Array.from({ length: faceSize(mesh, f) }, (_, k) => mesh.faceStarts[f]! + k);
    const points = corners.map((c) => {
      const p = mesh.corners[c]!;
      if (made[p]! < 0) made[p] = builder.same(p);
      return made[p]!;
    });
    builder.face(points, corners, f);
  }
  return builder.done();
}

/** Two meshes as one; values that only one of them carries are 0 in the other. */
export const join = (a: Mesh, b: Mesh): Mesh => joinAll([a, b]);

/**
 * Meshes as one, in one go however many they are; shaded like the first.
 * @throws MeshError if they are too many together
 */
export function joinAll(parts: readonly Mesh[]): Mesh {
  const total = (of: (mesh: Mesh) => number) => parts.reduce((sum, mesh) => sum + of(mesh), 0);
  refuseTooMany('These forms together', total(pointCount), total(faceCount));
  const both = (name: 'pointData' | 'cornerData' | 'faceData', count: (mesh: Mesh) => number): Attributes => {
    const sizes = new Map(
      parts.flatMap((mesh) => Object.entries(mesh[name]).map(([key, { size }]) => [key, size] as const)),
    );
    return Object.fromEntries(
      [...sizes].map(([key, size]) => [
        key,
        { size, data: inRow(total(count) * size, parts, (mesh) => mesh[name][key]?.data ?? count(mesh) * size) },
      ]),
    );
  };
  const faceStarts = new Uint32Array(total(faceCount) + 1);
  const corners = new Uint32Array(total(cornerCount));
  let [face, corner, point] = [0, 0, 0];
  for (const mesh of parts) {
    for (let f = 0; f < faceCount(mesh); f++) faceStarts[++face] = corner + mesh.faceStarts[f + 1]!;
    for (let c = 0; c < mesh.corners.length; c++) corners[corner + c] = point + mesh.corners[c]!;
    corner += mesh.corners.length;
    point += pointCount(mesh);
  }
  return meshOf({
    positions: inRow(3 * point, parts, (mesh) => mesh.positions),
    faceStarts,
    corners,
    shading: parts[0]!.shading,
    pointData: both('pointData', pointCount),
    cornerData: both('cornerData', cornerCount),
    faceData: both('faceData', faceCount),
  });
}

/** Values of all parts one after the other; where a part has none, so many zeros. */
function inRow(length: number, parts: readonly Mesh[], of: (mesh: Mesh) => Float32Array | number): Float32Array {
  const out = new Float32Array(length);
  let at = 0;
  for (const mesh of parts) {
    const values = of(mesh);
    if (typeof values !== 'number') out.set(values, at);
    at += typeof values === 'number' ? values : values.length;
  }
  return out;
}

/** The mesh and its mirror image through the origin's plane across an axis (0, 1, 2). */
export function mirror(mesh: Mesh, axis: number, both: boolean): Mesh {
  const positions = mesh.positions.map((v, i) => (i % 3 === axis ? -v : v));
  const { faceStarts } = mesh;
  // Mirrored faces run the other way round.
  const order = Uint32Array.from({ length: mesh.corners.length });
  for (let f = 0; f < faceCount(mesh); f++)
    for (let k = 0; k < faceSize(mesh, f); k++) order[faceStarts[f]! + k] = faceStarts[f + 1]! - 1 - k;
  const image: Mesh = {
    ...mesh,
    positions,
    corners: order.map((c) => mesh.corners[c]!),
    cornerData: gatherAll(mesh.cornerData, order),
    frames: undefined,
  };
  return both ? mergePoints(join(mesh, image), 1e-6) : image;
}
