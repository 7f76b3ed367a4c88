import { adjacencyOf } from './adjacency';
import { basis, frameRows, type PathFrames } from './frames';
import { faceCount, pointCount, type Mesh } from './mesh';
import { at3, dot, faceVector, sub, unit, type Vec } from './vectors';

/**
 * How a mesh runs through its points, measured: normals are sums over the faces around a point,
 * weighted by their angle there (G. Thürmer and C. Wüthrich, "Computing Vertex Normals from
 * Polygonal Facets", Journal of Graphics Tools 3(1), 1998); slopes of normals and uv are least
 * squares over the edges that leave it. Edges sharper than the shading's angle split a point.
 */
export function measureFrames(mesh: Mesh): PathFrames {
  if (faceCount(mesh) === 0) return cloudFrames(mesh);
  const rows = smoothRows(mesh);
  const count = rows.reduce((most, r) => Math.max(most, r + 1), 0);
  const values = frameRows(count);
  const { next, prev } = adjacencyOf(mesh);
  const uv = mesh.cornerData.uv?.data;
  const normals = new Float64Array(3 * count);
  for (let f = 0; f < faceCount(mesh); f++) {
    const normal = unit(faceVector(mesh, f), [0, 0, 0]);
    for (let c = mesh.faceStarts[f]!; c < mesh.faceStarts[f + 1]!; c++) {
      const p = at3(mesh.positions, mesh.corners[c]!);
      const a = unit(sub(at3(mesh.positions, mesh.corners[next[c]!]!), p), [0, 0, 0]);
      const b = unit(sub(at3(mesh.positions, mesh.corners[prev[c]!]!), p), [0, 0, 0]);
      const angle = Math.acos(Math.min(1, Math.max(-1, dot(a, b))));
      for (let k = 0; k < 3; k++) normals[3 * rows[c]! + k]! += normal[k]! * angle;
    }
  }
  for (let r = 0; r < count; r++)
    setFrame(values, r, unit([normals[3 * r]!, normals[3 * r + 1]!, normals[3 * r + 2]!]));
  if (uv) for (let c = 0; c < rows.length; c++) values.uv.set([uv[2 * c]!, uv[2 * c + 1]!], 2 * rows[c]!);
  fitSlopes(mesh, rows, values);
  return { rows, values };
}

function setFrame(values: PathFrames['values'], row: number, normal: Vec): void {
  const [a, b] = basis(normal);
  values.normal.set(normal, 3 * row);
  values.tangentA.set(a, 3 * row);
  values.tangentB.set(b, 3 * row);
}

function cloudFrames(mesh: Mesh): PathFrames {
  const count = pointCount(mesh);
  const values = frameRows(count);
  const given = mesh.pointData.normal?.data;
  const uv = mesh.pointData.uv?.data;
  for (let p = 0; p < count; p++) setFrame(values, p, given ? unit(at3(given, p)) : [0, 0, 1]);
  if (uv) values.uv.set(uv);
  return { rows: new Uint32Array(0), values };
}

/** One row for all corners at a point whose faces run smoothly into each other with the same uv. */
function smoothRows(mesh: Mesh): Uint32Array {
  const { corners } = mesh;
  const { twin, next, faceOf } = adjacencyOf(mesh);
  const uv = mesh.cornerData.uv?.data;
  const parent = Uint32Array.from({ length: corners.length }, (_, i) => i);
  const root = (i: number): number => {
    let at = i;
    while (parent[at] !== at) at = parent[at] = parent[parent[at]!]!;
    return at;
  };
  const normals = new Float32Array(3 * faceCount(mesh));
  for (let f = 0; f < faceCount(mesh); f++) normals.set(unit(faceVector(mesh, f), [0, 0, 0]), 3 * f);
  const limit = Math.cos((Math.min(180, mesh.shading.angle) * Math.PI) / 180) - 1e-6;
  const alike = (a: number, b: number) =>
    !uv || (Math.abs(uv[2 * a]! - uv[2 * b]!) < 1e-6 && Math.abs(uv[2 * a + 1]! - uv[2 * b + 1]!) < 1e-6);
  for (let c = 0; c < corners.length; c++) {
    const t = twin[c]!;
    if (t < c || dot(at3(normals, faceOf[c]!), at3(normals, faceOf[t]!)) < limit) continue;
    // The edge's two ends: this corner meets the twin's next, and the other way round.
    for (const [a, b] of [
      [c, next[t]!],
      [next[c]!, t],
    ] as const)
      if (alike(a, b)) parent[root(a)] = root(b);
  }
  const numbers = new Int32Array(corners.length).fill(-1);
  let count = 0;
  return Uint32Array.from({ length: corners.length }, (_, c) => {
    const r = root(c);
    if (numbers[r]! < 0) numbers[r] = count++;
    return numbers[r]!;
  });
}

/** Least squares of how normals and uv change along the two tangents, over the edges around each row. */
function fitSlopes(
  mesh: Mesh,
  rows: Uint32Array,
  { normal, uv, tangentA, tangentB, normalA, normalB, uvSlope }: PathFrames['values'],
): void {
  const { next, prev } = adjacencyOf(mesh);
  const count = normal.length / 3;
  // Of the edge as seen in the tangents: aa, ab, bb, then a and b times each of five changes.
  const sums = new Float64Array(13 * count);
  for (let c = 0; c < rows.length; c++) {
    const r = rows[c]!;
    for (const other of [next[c]!, prev[c]!]) {
      const s = rows[other]!;
      const e = sub(at3(mesh.positions, mesh.corners[other]!), at3(mesh.positions, mesh.corners[c]!));
      const [a, b] = [dot(e, at3(tangentA, r)), dot(e, at3(tangentB, r))];
      const changes = [
        normal[3 * s]! - normal[3 * r]!,
        normal[3 * s + 1]! - normal[3 * r + 1]!,
        normal[3 * s + 2]! - normal[3 * r + 2]!,
        uv[2 * s]! - uv[2 * r]!,
        uv[2 * s + 1]! - uv[2 * r + 1]!,
      ];
      const at = 13 * r;
      sums[at]! += a * a;
      sums[at + 1]! += a * b;
      sums[at + 2]! += b * b;
      for (let k = 0; k < 5; k++) {
        sums[at + 3 + k]! += a * changes[k]!;
        sums[at + 8 + k]! += b * changes[k]!;
      }
    }
  }
  for (let r = 0; r < count; r++) {
    const [aa, ab, bb] = [sums[13 * r]!, sums[13 * r + 1]!, sums[13 * r + 2]!];
    const det = aa * bb - ab * ab;
    if (!(det > 1e-12 * (aa + bb) ** 2)) continue;
    const slope = (k: number): [number, number] => {
      const [ya, yb] = [sums[13 * r + 3 + k]!, sums[13 * r + 8 + k]!];
      return [(ya * bb - yb * ab) / det, (yb * aa - ya * ab) / det];
    };
    const n = [0, 1, 2].map(slope);
    const [u, v] = [slope(3), slope(4)];
    normalA.set(
      n.map((x) => x[0]),
      3 * r,
    );
    normalB.set(
      n.map((x) => x[1]),
      3 * r,
    );
    uvSlope.set([u[0], v[0], u[1], v[1]], 4 * r);
  }
}
