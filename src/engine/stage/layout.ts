import * as THREE from 'three';
import type { Vector } from '@/core/piece/types';
import type { StageScene } from './stage-scene';

/** A space as it is seen in the picture. */
export interface ProjectedSpace {
  /** 0..1 from the upper left; null behind the camera. */
  project: (at: Vector) => { x: number; y: number } | null;
  /** From the camera, in units of that space. */
  distance: (at: Vector) => number;
  /**
   * The place that is seen at x, y (0..1 from the upper left) so many metres from the camera's plane.
   */
  seenAt: (x: number, y: number, metres: number) => Vector;
  /** The place that is seen there at a height of that space; null where that lies behind the camera, or nowhere. */
  atHeight: (x: number, y: number, height: number) => Vector | null;
}

/** How a stage lay before its camera at one moment. Frames drawn later, of other phases, leave it as it was. */
export class Layout {
  private readonly camera: THREE.Camera;
  private readonly frames: ReadonlyMap<string, THREE.Matrix4>;

  constructor(scene: StageScene) {
    this.camera = scene.cameras.now.clone();
    this.frames = scene.frames();
  }

  /** Places in the space of a form as it stood, or of the stage; null for a form that did not stand. */
  places(form: string | null): ProjectedSpace | null {
    const { camera } = this;
    const matrix = form === null ? new THREE.Matrix4() : this.frames.get(form);
    if (!matrix) return null;
    const scale = matrix.getMaxScaleOnAxis();
    const inverse = matrix.clone().invert();
    /** Two places that lie one behind the other where x, y is seen: on the stage. */
    const line = (x: number, y: number) =>
      ([-1, 0.5] as const).map((z) => new THREE.Vector3(2 * x - 1, 1 - 2 * y, z).unproject(camera));
    return {
      seenAt: (x, y, metres) => {
        const [near, far] = line(x, y) as [THREE.Vector3, THREE.Vector3];
        const away = (at: THREE.Vector3) => -at.clone().applyMatrix4(camera.matrixWorldInverse).z;
        const share = (metres - away(near)) / (away(far) - away(near));
        return near.lerp(far, share).applyMatrix4(inverse).toArray();
      },
      atHeight: (x, y, height) => {
        const [near, far] = line(x, y).map((at) => at.applyMatrix4(inverse)) as [THREE.Vector3, THREE.Vector3];
        const share = (height - near.y) / (far.y - near.y);
        return share > 0 && Number.isFinite(share) ? near.lerp(far, share).toArray() : null;
      },
      project: (at) => {
        const seen = new THREE.Vector3(...at).applyMatrix4(matrix).project(camera);
        return seen.z > 1 || !Number.isFinite(seen.x) ? null : { x: 0.5 + seen.x / 2, y: 0.5 - seen.y / 2 };
      },
      distance: (at) => camera.position.distanceTo(new THREE.Vector3(...at).applyMatrix4(matrix)) / scale,
    };
  }
}
