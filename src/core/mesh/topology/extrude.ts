import { adjacencyOf } from '../adjacency';
import { MeshBuilder } from '../builder';
import { measureFrames } from '../measure-frames';
import { faceCount, faceSize, pointCount, refuseTooMany, type Mesh } from '../mesh';
import { withFaceData } from '../face-data';
import { add, at3, dot, faceMiddle, faceNormal, scale, sub, type Vec } from '../vectors';

export const cornersOf = (mesh: Mesh, f: number) =>
  Array.from({ length: faceSize(mesh, f) }, (_, k) => mesh.faceStarts[f]! + k);

/**
 * Pushes every face out on its own along its normal, with walls around it.
 * @param distance metres for each face
 * @param inset 0..1: how far the new face is drawn towards its middle
 */
export function extrudeEach(mesh: Mesh, distance: (face: number) => number, inset: (face: number) => number): Mesh {
  refuseTooMany(
    'Extruding each of these faces',
    pointCount(mesh) + mesh.corners.length,
    faceCount(mesh) + mesh.corners.length,
  );
  const builder = new MeshBuilder(mesh);
  builder.allPoints();
  for (let f = 0; f < faceCount(mesh); f++) {
    const [normal, middle] = [faceNormal(mesh, f), faceMiddle(mesh, f)];
    const corners = cornersOf(mesh, f);
    const [by, draw] = [distance(f), 1 - inset(f)];
    const top = corners.map((c) => {
      const p = mesh.corners[c]!;
      const at = add(add(middle, scale(sub(at3(mesh.positions, p), middle), draw)), scale(normal, by));
      return builder.point(...at, p);
    });
    walls(
      builder,
      corners.map((c) => mesh.corners[c]!),
      top,
      corners,
      f,
    );
    builder.face(top, corners, f);
  }
  return builder.done();
}

function walls(builder: MeshBuilder, low: number[], high: number[], corners: number[], face: number): void {
  for (let k = 0; k < corners.length; k++) {
    const n = (k + 1) % corners.length;
    builder.face([low[k]!, low[n]!, high[n]!, high[k]!], [corners[k]!, corners[n]!, corners[n]!, corners[k]!], face);
  }
}

/**
 * Faces that are kept ready to rise: each stands on walls of no height. `lift` (a value of each
 * corner) is 1 on what rises; walls keep the number, middle and normal of their face.
 */
export function raisable(mesh: Mesh): Mesh {
  refuseTooMany('Raising these faces', 2 * mesh.corners.length, faceCount(mesh) + mesh.corners.length);
  const builder = new MeshBuilder(withFaceData(mesh));
  const lift: number[] = [];
  for (let f = 0; f < faceCount(mesh); f++) {
    const corners = cornersOf(mesh, f);
    const low = corners.map((c) => builder.same(mesh.corners[c]!));
    const high = corners.map((c) => builder.same(mesh.corners[c]!));
    walls(builder, low, high, corners, f);
    for (let k = 0; k < corners.length; k++) lift.push(0, 0, 1, 1);
    builder.face(high, corners, f);
    for (let k = 0; k < corners.length; k++) lift.push(1);
  }
  const made = builder.done();
  return { ...made, cornerData: { ...made.cornerData, lift: { size: 1, data: new Float32Array(lift) } } };
}

/** Mean normal of each point, with the length that keeps walls at their distance (at most 3). */
function offsets(mesh: Mesh): Vec[] {
  const smooth = measureFrames({ ...mesh, cornerData: {}, shading: { facets: false, angle: 180 } });
  const normals: Vec[] = Array.from({ length: pointCount(mesh) }, () => [0, 0, 0]);
  mesh.corners.forEach((p, c) => (normals[p] = at3(smooth.values.normal, smooth.rows[c]!)));
  const least = new Float32Array(normals.length).fill(1);
  const { faceOf } = adjacencyOf(mesh);
  mesh.corners.forEach((p, c) => (least[p] = Math.min(least[p]!, dot(normals[p]!, faceNormal(mesh, faceOf[c]!)))));
  return normals.map((n, p) => scale(n, Math.min(3, 1 / Math.max(least[p]!, 1e-3))));
}

/** Pushes all faces out together: walls stand only at borders. The faces that were there go. */
export function extrudeTogether(mesh: Mesh, distance: number): Mesh {
  const { twin, next, faceOf } = adjacencyOf(mesh);
  refuseTooMany('Extruding these faces', 2 * pointCount(mesh), 2 * faceCount(mesh));
  const builder = new MeshBuilder(mesh);
  builder.allPoints();
  const high = offsets(mesh).map((n, p) => builder.point(...add(at3(mesh.positions, p), scale(n, distance)), p));
  for (let f = 0; f < faceCount(mesh); f++) {
    const corners = cornersOf(mesh, f);
    builder.face(
      corners.map((c) => high[mesh.corners[c]!]!),
      corners,
      f,
    );
  }
  for (let c = 0; c < mesh.corners.length; c++) {
    if (twin[c]! >= 0) continue;
    const [p, q] = [mesh.corners[c]!, mesh.corners[next[c]!]!];
    builder.face([p, q, high[q]!, high[p]!], [c, next[c]!, next[c]!, c], faceOf[c]!);
  }
  return builder.done();
}

/** A skin of some thickness (metres): the faces, the same faces turned over beneath them, and walls at borders. */
export function thicken(mesh: Mesh, thickness: number): Mesh {
  const { twin, next, faceOf } = adjacencyOf(mesh);
  refuseTooMany('Thickening this form', 2 * pointCount(mesh), 2 * faceCount(mesh));
  const builder = new MeshBuilder(mesh);
  builder.allPoints();
  const low = offsets(mesh).map((n, p) => builder.point(...sub(at3(mesh.positions, p), scale(n, thickness)), p));
  for (let f = 0; f < faceCount(mesh); f++) {
    const corners = cornersOf(mesh, f);
    builder.face(
      corners.map((c) => mesh.corners[c]!),
      corners,
      f,
    );
    const back = corners.reverse();
    builder.face(
      back.map((c) => low[mesh.corners[c]!]!),
      back,
      f,
    );
  }
  for (let c = 0; c < mesh.corners.length; c++) {
    if (twin[c]! >= 0) continue;
    const [p, q] = [mesh.corners[c]!, mesh.corners[next[c]!]!];
    builder.face([q, p, low[p]!, low[q]!], [next[c]!, c, c, next[c]!], faceOf[c]!);
  }
  return builder.done();
}
