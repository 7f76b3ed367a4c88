/**
 * A polygon mesh. Points carry positions and named attributes; faces are runs of corners in
 * counter-clockwise order seen from outside.
 */
export interface Mesh {
  /** xyz for each point. */
  positions: Float32Array;
  /** Attributes for each point. */
  points: PointAttributes;
  /** First corner of each face, and one more entry for the end. */
  faceStarts: Uint32Array;
  /** Point of each corner. */
  corners: Uint32Array;
}

/**
 * How the surface runs through a point, besides where it is. `tangentA`, `tangentB` are two
 * directions along the surface; `normalA`, `normalB` say how the normal changes along each
 * per unit; `uvSlope` says how uv changes along each (du/da, dv/da, du/db, dv/db).
 */
export interface PointAttributes {
  normal: Float32Array;
  uv: Float32Array;
  tangentA: Float32Array;
  tangentB: Float32Array;
  normalA: Float32Array;
  normalB: Float32Array;
  uvSlope: Float32Array;
}

export const POINT_ATTRIBUTES: Record<keyof PointAttributes, number> = { normal: 3, uv: 2, tangentA: 3, tangentB: 3, normalA: 3, normalB: 3, uvSlope: 4 };

/** Most points a form may have here; beyond it the browser's memory is at risk. */
export const MAX_POINTS = 2_000_000;

export const pointCount = (mesh: Mesh) => mesh.positions.length / 3;
export const faceCount = (mesh: Mesh) => mesh.faceStarts.length - 1;

export function emptyMesh(points: number, faces: number, corners: number): Mesh {
  const attributes = Object.fromEntries(Object.entries(POINT_ATTRIBUTES).map(([name, size]) => [name, new Float32Array(points * size)]));
  return {
    positions: new Float32Array(points * 3),
    points: attributes as unknown as PointAttributes,
    faceStarts: new Uint32Array(faces + 1),
    corners: new Uint32Array(corners),
  };
}

/** Triangles of all faces as a fan from each face's first corner: three point numbers each. */
export function triangles(mesh: Mesh): Uint32Array {
  const { faceStarts, corners } = mesh;
  const out = new Uint32Array(3 * (corners.length - 2 * faceCount(mesh)));
  let at = 0;
  for (let f = 0; f + 1 < faceStarts.length; f++) {
    const start = faceStarts[f]!;
    for (let c = start + 2; c < faceStarts[f + 1]!; c++) {
      out[at++] = corners[start]!;
      out[at++] = corners[c - 1]!;
      out[at++] = corners[c]!;
    }
  }
  return out;
}

/** Buffers of a mesh, for handing it from a worker without a copy. */
export function buffersOf(mesh: Mesh): ArrayBuffer[] {
  return [mesh.positions, mesh.faceStarts, mesh.corners, ...Object.values(mesh.points)].map((a) => a.buffer as ArrayBuffer);
}
