import { adjacencyOf } from '../adjacency';
import {
  faceCount,
  gatherAll,
  meshOf,
  pointCount,
  refuseTooMany,
  type Attribute,
  type Attributes,
  type Mesh,
} from '../mesh';
import { triangulate } from './split';

export type SubdivideStyle = 'linear' | 'rounded' | 'triangles';

/**
 * Subdivides every face `times` times. `linear` keeps the shape; `rounded` is E. Catmull and
 * J. Clark, "Recursively generated B-spline surfaces on arbitrary topological meshes",
 * Computer-Aided Design 10(6), 1978, with cubic B-spline borders; `triangles` is C. Loop,
 * "Smooth Subdivision Surfaces Based on Triangles", University of Utah, 1987.
 * @throws MeshError where the result would be too large
 */
export function subdivide(mesh: Mesh, times: number, style: SubdivideStyle): Mesh {
  let at = style === 'triangles' ? triangulate(mesh) : mesh;
  for (let i = 0; i < times; i++) at = style === 'triangles' ? loop(at) : quads(at, style === 'rounded');
  return at;
}

const REMEDY = 'Subdivide fewer times.';

/** Points of the faces' middles (or none), of the edges, and the old ones: weights that make each new point. */
function quads(mesh: Mesh, rounded: boolean): Mesh {
  const { positions, corners, faceStarts } = mesh;
  const { next, prev, edge, edgeCorners, faceOf, twin } = adjacencyOf(mesh);
  const [points, faces, edges] = [pointCount(mesh), faceCount(mesh), edgeCorners.length];
  refuseTooMany('This subdivision', points + edges + faces, corners.length, REMEDY);
  const out = new Float32Array(3 * (points + edges + faces));
  const facePoint = out.subarray(3 * (points + edges));
  const edgePoint = out.subarray(3 * points);
  for (let f = 0; f < faces; f++) {
    const [from, to] = [faceStarts[f]!, faceStarts[f + 1]!];
    for (let k = 0; k < 3; k++) {
      let sum = 0;
      for (let c = from; c < to; c++) sum += positions[3 * corners[c]! + k]!;
      facePoint[3 * f + k] = sum / (to - from);
    }
  }
  for (let e = 0; e < edges; e++) {
    const c = edgeCorners[e]!;
    const [a, b] = [3 * corners[c]!, 3 * corners[next[c]!]!];
    const t = rounded ? twin[c]! : -1;
    for (let k = 0; k < 3; k++) {
      const middle = (positions[a + k]! + positions[b + k]!) / 2;
      edgePoint[3 * e + k] =
        t < 0 ? middle : (middle * 2 + facePoint[3 * faceOf[c]! + k]! + facePoint[3 * faceOf[t]! + k]!) / 4;
    }
  }
  out.set(positions);
  if (rounded) roundPoints(mesh, out, facePoint);
  const starts = new Uint32Array(corners.length + 1);
  const at = new Uint32Array(4 * corners.length);
  for (let c = 0; c < corners.length; c++) {
    starts[c + 1] = 4 * c + 4;
    at[4 * c] = corners[c]!;
    at[4 * c + 1] = points + edge[c]!;
    at[4 * c + 2] = points + edges + faceOf[c]!;
    at[4 * c + 3] = points + edge[prev[c]!]!;
  }
  return meshOf({
    positions: out,
    faceStarts: starts,
    corners: at,
    shading: mesh.shading,
    pointData: mapAll(mesh.pointData, (a) =>
      joined(
        a,
        a,
        meanOver(a, edges, (e) => [corners[edgeCorners[e]!]!, corners[next[edgeCorners[e]!]!]!]),
        meanOver(a, faces, (f) => corners.subarray(faceStarts[f]!, faceStarts[f + 1]!)),
      ),
    ),
    cornerData: mapAll(mesh.cornerData, (a) => cornerQuads(mesh, a)),
    faceData: gatherAll(mesh.faceData, faceOf),
  });
}

/** Moves old points: (F + 2 R + (n - 3) P) / n inside, (A + 6 P + B) / 8 on a border. */
function roundPoints(mesh: Mesh, out: Float32Array, facePoint: Float32Array): void {
  const { positions, corners } = mesh;
  const { next, twin, faceOf } = adjacencyOf(mesh);
  const count = pointCount(mesh);
  const valence = new Uint32Array(count);
  const border = new Uint8Array(count);
  const sums = new Float32Array(3 * count);
  const rims = new Float32Array(3 * count);
  for (let c = 0; c < corners.length; c++) {
    const [p, q] = [corners[c]!, corners[next[c]!]!];
    valence[p]!++;
    for (let k = 0; k < 3; k++) {
      // Every inner edge is met once from each side, so its middle goes to each end twice.
      const middle = (positions[3 * p + k]! + positions[3 * q + k]!) / 2;
      sums[3 * p + k]! += facePoint[3 * faceOf[c]! + k]! + middle;
      sums[3 * q + k]! += middle;
      if (twin[c]! < 0) {
        rims[3 * p + k]! += positions[3 * q + k]!;
        rims[3 * q + k]! += positions[3 * p + k]!;
      }
    }
    if (twin[c]! < 0) {
      border[p]!++;
      border[q]!++;
    }
  }
  for (let p = 0; p < count; p++) {
    const n = valence[p]!;
    for (let k = 0; k < 3; k++) {
      const i = 3 * p + k;
      if (border[p] === 2) out[i] = (rims[i]! + 6 * positions[i]!) / 8;
      // sums holds n face points and, twice each, n edge middles.
      else if (border[p] === 0 && n > 0) out[i] = (sums[i]! / n + (n - 3) * positions[i]!) / n;
    }
  }
}

function loop(mesh: Mesh): Mesh {
  const { positions, corners } = mesh;
  const { next, prev, edge, edgeCorners, twin, faceOf } = adjacencyOf(mesh);
  const [points, edges] = [pointCount(mesh), edgeCorners.length];
  refuseTooMany('This subdivision', points + edges, 4 * faceCount(mesh), REMEDY);
  const out = new Float32Array(3 * (points + edges));
  const sums = new Float32Array(3 * points);
  const rims = new Float32Array(3 * points);
  const valence = new Uint32Array(points);
  const border = new Uint8Array(points);
  for (let e = 0; e < edges; e++) {
    const c = edgeCorners[e]!;
    const t = twin[c]!;
    const [a, b, o] = [corners[c]!, corners[next[c]!]!, corners[prev[c]!]!];
    const open = t < 0;
    const across = open ? 0 : corners[prev[t]!]!;
    for (const [p, q] of [
      [a, b],
      [b, a],
    ] as const) {
      valence[p]!++;
      if (open) border[p]!++;
      for (let k = 0; k < 3; k++) {
        sums[3 * p + k]! += positions[3 * q + k]!;
        if (open) rims[3 * p + k]! += positions[3 * q + k]!;
      }
    }
    for (let k = 0; k < 3; k++) {
      const ends = positions[3 * a + k]! + positions[3 * b + k]!;
      out[3 * (points + e) + k] = open ? ends / 2 : (3 * ends + positions[3 * o + k]! + positions[3 * across + k]!) / 8;
    }
  }
  for (let p = 0; p < points; p++) {
    const n = valence[p]!;
    const centre = 3 / 8 + Math.cos((2 * Math.PI) / n) / 4;
    const beta = n > 0 ? (5 / 8 - centre * centre) / n : 0;
    for (let k = 0; k < 3; k++) {
      const i = 3 * p + k;
      if (border[p] === 0) out[i] = (1 - n * beta) * positions[i]! + beta * sums[i]!;
      else out[i] = border[p] === 2 ? (rims[i]! + 6 * positions[i]!) / 8 : positions[i]!;
    }
  }
  const triangles = faceCount(mesh);
  const at = new Uint32Array(12 * triangles);
  const starts = Uint32Array.from({ length: 4 * triangles + 1 }, (_, i) => 3 * i);
  for (let f = 0; f < triangles; f++) {
    const c = 3 * f;
    const [a, b, d] = [corners[c]!, corners[c + 1]!, corners[c + 2]!];
    const [x, y, z] = [points + edge[c]!, points + edge[c + 1]!, points + edge[c + 2]!];
    at.set([a, x, z, x, b, y, z, y, d, x, y, z], 12 * f);
  }
  return meshOf({
    positions: out,
    faceStarts: starts,
    corners: at,
    shading: mesh.shading,
    pointData: mapAll(mesh.pointData, (a) =>
      joined(
        a,
        a,
        meanOver(a, edges, (e) => [corners[edgeCorners[e]!]!, corners[next[edgeCorners[e]!]!]!]),
      ),
    ),
    cornerData: mapAll(mesh.cornerData, (a) => cornerTriangles(a)),
    faceData: gatherAll(
      mesh.faceData,
      Uint32Array.from({ length: 4 * triangles }, (_, i) => faceOf[3 * (i >> 2)]!),
    ),
  });
}

const mapAll = (attributes: Attributes, of: (a: Attribute) => Attribute): Attributes =>
  Object.fromEntries(Object.entries(attributes).map(([name, a]) => [name, of(a)]));

function joined(like: Attribute, ...parts: Attribute[]): Attribute {
  const data = new Float32Array(parts.reduce((sum, p) => sum + p.data.length, 0));
  let at = 0;
  for (const p of parts) {
    data.set(p.data, at);
    at += p.data.length;
  }
  return { size: like.size, data };
}

function meanOver({ size, data }: Attribute, count: number, rowsOf: (i: number) => ArrayLike<number>): Attribute {
  const out = new Float32Array(count * size);
  for (let i = 0; i < count; i++) {
    const rows = rowsOf(i);
    for (let r = 0; r < rows.length; r++)
      for (let k = 0; k < size; k++) out[i * size + k]! += data[rows[r]! * size + k]! / rows.length;
  }
  return { size, data: out };
}

/** Corner values of the four-sided face that each corner becomes. */
function cornerQuads(mesh: Mesh, { size, data }: Attribute): Attribute {
  const { faceStarts } = mesh;
  const { next, prev } = adjacencyOf(mesh);
  const out = new Float32Array(4 * data.length);
  const middle = new Float32Array(size);
  for (let f = 0; f < faceCount(mesh); f++) {
    const [from, to] = [faceStarts[f]!, faceStarts[f + 1]!];
    middle.fill(0);
    for (let c = from; c < to; c++) for (let k = 0; k < size; k++) middle[k]! += data[c * size + k]! / (to - from);
    for (let c = from; c < to; c++) {
      for (let k = 0; k < size; k++) {
        const own = data[c * size + k]!;
        const at = 4 * c * size + k;
        out[at] = own;
        out[at + size] = (own + data[next[c]! * size + k]!) / 2;
        out[at + 2 * size] = middle[k]!;
        out[at + 3 * size] = (own + data[prev[c]! * size + k]!) / 2;
      }
    }
  }
  return { size, data: out };
}

function cornerTriangles({ size, data }: Attribute): Attribute {
  const out = new Float32Array(4 * data.length);
  for (let f = 0; 3 * f * size < data.length; f++) {
    for (let k = 0; k < size; k++) {
      const [a, b, c] = [0, 1, 2].map((i) => data[(3 * f + i) * size + k]!) as [number, number, number];
      const [x, y, z] = [(a + b) / 2, (b + c) / 2, (c + a) / 2];
      [a, x, z, x, b, y, z, y, c, x, y, z].forEach((v, i) => (out[(12 * f + i) * size + k] = v));
    }
  }
  return { size, data: out };
}
