import * as THREE from 'three';
import type { Shot } from '../card/shot';

const VERTEX = 'void main() { gl_Position = vec4(position.xy, 0.0, 1.0); }';
const FRAGMENT = `
precision highp float;
uniform highp sampler2D clDepth;
uniform vec4 clLens;
uniform vec2 clAt;
out vec4 metres;
void main() {
  float z = textureLod(clDepth, clAt, 0.0).r;
  float far = clLens.z > 0.5
    ? mix(clLens.x, clLens.y, z)
    : clLens.x * clLens.y / (clLens.y - z * (clLens.y - clLens.x));
  metres = vec4(z < 1.0 ? far : -1.0, vec3(1.0));
}`;

/** Reads how far away something is that a shot shows. */
export class DepthProbe {
  private readonly target = new THREE.WebGLRenderTarget(1, 1, { type: THREE.FloatType });
  private readonly camera = new THREE.Camera();
  private readonly scene = new THREE.Scene();
  private readonly triangle = new THREE.BufferGeometry();
  private readonly material = new THREE.ShaderMaterial({
    glslVersion: THREE.GLSL3,
    depthTest: false,
    depthWrite: false,
    vertexShader: VERTEX,
    fragmentShader: FRAGMENT,
    uniforms: { clDepth: { value: null }, clLens: { value: null }, clAt: { value: new THREE.Vector2() } },
  });

  constructor(private readonly renderer: THREE.WebGLRenderer) {
    this.triangle.setAttribute('position', new THREE.Float32BufferAttribute([-1, -1, 0, 3, -1, 0, -1, 3, 0], 3));
    const mesh = new THREE.Mesh(this.triangle, this.material);
    mesh.frustumCulled = false;
    this.scene.add(mesh);
  }

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
    this.renderer.render(this.scene, this.camera);
    const out = new Float32Array(4);
    this.renderer.readRenderTargetPixels(this.target, 0, 0, 1, 1, out);
    this.renderer.setRenderTarget(null);
    return out[0]! > 0 ? out[0]! : null;
  }

  dispose(): void {
    this.target.dispose();
    this.triangle.dispose();
    this.material.dispose();
  }
}
