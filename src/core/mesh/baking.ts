import type { Pixels } from '../glsl';
import type { Mesh } from './mesh';

/** What steps that make meshes may ask for while they do. */
export interface Baking {
  /**
   * Values of a parameter for each point or face (its `per`) of the mesh that runs in: one float each, or three for
   * vectors and colours.
   */
  values: (param: string) => Float32Array;
  /** Mesh of another form, by its strand; null where there is none. */
  form: (strand: string) => Mesh | null;
  /** What a signal comes to at phases, by its strand: three numbers for each, 0 where there is none. */
  signal: (strand: string, phases: readonly number[]) => Float32Array;
  /** Pixels of a picture, by its asset. */
  picture: (asset: string) => Pixels;
  /** A mesh file, by its asset; null while it is not loaded. */
  file: (asset: string) => Mesh | null;
  /** Width over height of the piece's picture. */
  aspect: number;
}

/** For making meshes outside of a piece. */
export const NO_BAKING: Baking = {
  values: () => new Float32Array(0),
  form: () => null,
  signal: (_, phases) => new Float32Array(3 * phases.length),
  picture: () => ({ width: 1, height: 1, data: new Uint8ClampedArray(4) }),
  file: () => null,
  aspect: 16 / 9,
};
