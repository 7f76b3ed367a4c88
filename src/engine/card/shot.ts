import type * as THREE from 'three';

/** The picture of a stage. */
export interface Shot {
  /** Light multiplied by its opacity, of the size that is drawn. */
  target: THREE.WebGLRenderTarget;
  /** What its depth is told by: see `Shared.clLens`. */
  lens: THREE.Vector4;
}

/** What is drawn at once: the shot of a stage where it has no steps, else a pass of these steps of a finish. */
export interface DrawnPart {
  strand: string;
  steps: readonly string[];
}
