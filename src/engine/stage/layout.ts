import * as THREE from 'three';
import type { Vector } from '@/core/piece/types';
import type { StageScene } from './stage-scene';

/** A space as it is seen in the picture. */
export interface Places {
  /** 0..1 from the upper left; null behind the camera. */
  project: (at: Vector) => { x: number; y: number } | null;
  /** From the camera, in units of that space. */
  distance: (at: Vector) => number;
}

/** How a stage lay before its camera at one moment. Frames drawn later, of other phases, leave it as it was. */
export class Layout {
  private readonly camera: THREE.Camera;
  private readonly frames: ReadonlyMap<string, THREE.Matrix4>;

  constructor(scene: StageScene) {
    this.camera = scene.cameras.now.clone();
    this.frames = scene.frames();
  }

  /** Places in the space of a form as it stood, or of the hall; null for a form that did not stand. */
  places(form: string | null): Places | null {
    const { camera } = this;
    const matrix = form === null ? new THREE.Matrix4() : this.frames.get(form);
    if (!matrix) return null;
    const scale = matrix.getMaxScaleOnAxis();
    return {
      project: (at) => {
        const seen = new THREE.Vector3(...at).applyMatrix4(matrix).project(camera);
        return seen.z > 1 || !Number.isFinite(seen.x) ? null : { x: 0.5 + seen.x / 2, y: 0.5 - seen.y / 2 };
      },
      distance: (at) => camera.position.distanceTo(new THREE.Vector3(...at).applyMatrix4(matrix)) / scale,
    };
  }
}
