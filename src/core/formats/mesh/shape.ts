/** A mesh as files hold it: vertices, and faces as runs of vertex numbers (counter-clockwise). */
export interface FileMesh {
  /** xyz, metres. */
  positions: Float32Array;
  faceStarts: Uint32Array;
  corners: Uint32Array;
  /** Of each vertex, length 1. */
  normals?: Float32Array;
  /** Linear rgb of each vertex. */
  colours?: Float32Array;
  uv?: Float32Array;
}

export const number = (v: number) => String(Math.fround(v));
