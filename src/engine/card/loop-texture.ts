import * as THREE from 'three';
import { LOOP_WIDTH } from '@/core/glsl';

/** Numbers over the loop on the graphics card: taken there when they change. */
export class LoopTexture {
  private values: Float32Array | null = null;
  texture: THREE.DataTexture | null = null;

  /** @returns the texture that holds them; null without any */
  take(values: Float32Array | null): THREE.DataTexture | null {
    if (values === this.values) return this.texture;
    this.values = values;
    this.texture?.dispose();
    this.texture = null;
    if (!values) return null;
    const rows = Math.max(1, Math.ceil(values.length / LOOP_WIDTH));
    const data = new Float32Array(rows * LOOP_WIDTH);
    data.set(values);
    this.texture = new THREE.DataTexture(data, LOOP_WIDTH, rows, THREE.RedFormat, THREE.FloatType);
    this.texture.needsUpdate = true;
    return this.texture;
  }

  dispose(): void {
    this.take(null);
  }
}
