import * as THREE from 'three';
import type { Vector } from '@/core/piece/types';
import { FRAME_HEIGHT } from '@/core/steps/stage/camera';
import type { CameraPart } from '@/core/steps/stage/stage-part';

/** A camera that looks from elsewhere than the piece's own, while the artist orbits. */
export interface View {
  position: Vector;
  target: Vector;
}

export const NEAR = 0.02;
export const FAR = 500;

/** The piece's camera in its three kinds. A fisheye looks through six plain cameras at once. */
export class Cameras {
  private readonly perspective = new THREE.PerspectiveCamera();
  private readonly orthographic = new THREE.OrthographicCamera();
  /** Full angle across the circle in degrees, or null for a plain camera. */
  fisheye: number | null = null;
  now: THREE.PerspectiveCamera | THREE.OrthographicCamera = this.perspective;

  set(part: CameraPart, aspect: number, view: View | null, phase: number): void {
    const { position, target } = view ?? part;
    const flat = part.kind === 'orthographic';
    this.fisheye = part.kind === 'fisheye' ? part.opening : null;
    this.now = flat ? this.orthographic : this.perspective;
    if (flat) {
      // Looking from nearer by shows less, as it does with perspective.
      const nearer = view
        ? new THREE.Vector3(...view.position).distanceTo(new THREE.Vector3(...view.target)) /
          Math.max(new THREE.Vector3(...part.position).distanceTo(new THREE.Vector3(...part.target)), 1e-6)
        : 1;
      const half = (part.height / 2) * nearer;
      Object.assign(this.orthographic, { left: -half * aspect, right: half * aspect, top: half, bottom: -half });
    } else {
      this.perspective.fov = 2 * THREE.MathUtils.radToDeg(Math.atan(FRAME_HEIGHT / 2 / part.lens));
      this.perspective.aspect = aspect;
    }
    const camera = this.now;
    camera.near = NEAR;
    camera.far = FAR;
    const turns = view ? 0 : part.orbit * phase;
    const offset = new THREE.Vector3(...position)
      .sub(new THREE.Vector3(...target))
      .applyAxisAngle(new THREE.Vector3(0, 1, 0), 2 * Math.PI * (turns - Math.floor(turns)));
    camera.position.set(...target).add(offset);
    camera.up.set(0, 1, 0);
    camera.lookAt(...target);
    camera.updateProjectionMatrix();
    camera.updateMatrixWorld(true);
  }
}
