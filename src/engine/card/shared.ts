import * as THREE from 'three';

/** What all programs of one picture share. */
export interface Shared {
  clPhase: THREE.IUniform<number>;
  clSize: THREE.IUniform<THREE.Vector2>;
  /** Numbers that steps came to over the loop; see `core/glsl/loop-values`. */
  clLoop: THREE.IUniform<THREE.DataTexture | null>;
  /** What is drawn without the surfaces that read it, and its depth. */
  clBehind: THREE.IUniform<THREE.Texture | null>;
  clBehindDepth: THREE.IUniform<THREE.Texture | null>;
  /**
   * Near and far in metres, 1 for a camera without perspective, and half of what it sees in height: in metres without
   * perspective, else at a distance of 1.
   */
  clLens: THREE.IUniform<THREE.Vector4>;
}

export const makeShared = (): Shared => ({
  clPhase: { value: 0 },
  clSize: { value: new THREE.Vector2(1, 1) },
  clLoop: { value: null },
  clBehind: { value: null },
  clBehindDepth: { value: null },
  clLens: { value: new THREE.Vector4(0.02, 500, 0, 0.35) },
});
