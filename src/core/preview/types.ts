/** A drawn step, small in the lattice or large in tuning. */
export type Preview =
  | { kind: 'plot'; lines: Float32Array[]; low: number; high: number }
  | { kind: 'picture'; width: number; height: number; pixels: Uint8ClampedArray; low?: number; high?: number }
  | { kind: 'none'; why: string };

export interface PreviewSize {
  width: number;
  height: number;
}
