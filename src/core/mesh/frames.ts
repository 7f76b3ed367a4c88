/**
 * How a surface runs through its points, besides where it is. Corners share rows of it where
 * they share all values. `tangentA`, `tangentB` are two directions along the surface whose
 * cross product is the normal; `normalA`, `normalB` say how the normal changes along each per
 * metre; `uvSlope` says how uv changes along each (du/da, dv/da, du/db, dv/db).
 */
export interface FrameRows {
  normal: Float32Array;
  uv: Float32Array;
  tangentA: Float32Array;
  tangentB: Float32Array;
  normalA: Float32Array;
  normalB: Float32Array;
  uvSlope: Float32Array;
}

export const FRAME_SIZES: Record<keyof FrameRows, number> = {
  normal: 3,
  uv: 2,
  tangentA: 3,
  tangentB: 3,
  normalA: 3,
  normalB: 3,
  uvSlope: 4,
};

export interface PathFrames {
  /** Row of each corner; each row belongs to one point. */
  rows: Uint32Array;
  values: FrameRows;
}

export function frameRows(count: number): FrameRows {
  return Object.fromEntries(
    Object.entries(FRAME_SIZES).map(([name, size]) => [name, new Float32Array(count * size)]),
  ) as unknown as FrameRows;
}

type FrameVector = readonly [number, number, number];

/**
 * Two directions that make a right-handed frame with a normal of length 1.
 * T. Duff et al., "Building an Orthonormal Basis, Revisited", JCGT 6(1), 2017.
 */
export function basis([x, y, z]: FrameVector): [FrameVector, FrameVector] {
  const sign = z >= 0 ? 1 : -1;
  const a = -1 / (sign + z);
  const b = x * y * a;
  return [
    [1 + sign * x * x * a, sign * b, -sign * x],
    [b, sign + y * y * a, -y],
  ];
}
