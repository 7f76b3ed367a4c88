import * as THREE from 'three';
import { FullScreenQuad } from 'three/addons/postprocessing/Pass.js';
import { METRES_OF } from '@/core/glsl/lib';
import type { Shot } from '../card/shot';

const FRAGMENT = `${METRES_OF}
uniform highp sampler2D clDepth;
uniform vec4 clLens;
uniform vec2 clAt;
void main() {
  float depth = texture2D(clDepth, clAt).r;
  gl_FragColor = vec4(depth < 1.0 ? metresOf(depth, clLens) : -1.0);
}`;

/** Reads how far away something is that a shot shows. */
export class DepthProbe {
  private readonly target = new THREE.WebGLRenderTarget(1, 1, { type: THREE.FloatType });
  private readonly material = new THREE.ShaderMaterial({
    depthTest: false,
    depthWrite: false,
    vertexShader: 'void main() { gl_Position = vec4(position.xy, 0.0, 1.0); }',
    fragmentShader: FRAGMENT,
    uniforms: { clDepth: { value: null }, clLens: { value: null }, clAt: { value: new THREE.Vector2() } },
  });
  private readonly quad = new FullScreenQuad(this.material);

  constructor(private readonly renderer: THREE.WebGLRenderer) {}

  /**
   * Metres from the camera's plane; null where nothing is, or where the shot keeps no depth.
   * @param u from the left, 0..1
   * @param v from below, 0..1
   */
  read({ target, lens }: Shot, u: number, v: number): number | null {
    if (!target.depthTexture) return null;
    const { clDepth, clLens, clAt } = this.material.uniforms;
    clDepth!.value = target.depthTexture;
    clLens!.value = lens;
    (clAt!.value as THREE.Vector2).set(u, v);
    this.renderer.setRenderTarget(this.target);
    this.quad.render(this.renderer);
    const out = new Float32Array(4);
    this.renderer.readRenderTargetPixels(this.target, 0, 0, 1, 1, out);
    this.renderer.setRenderTarget(null);
    return out[0]! > 0 ? out[0]! : null;
  }

  dispose(): void {
    this.target.dispose();
    this.quad.dispose();
    this.material.dispose();
  }
}
