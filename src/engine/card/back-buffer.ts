import * as THREE from 'three';
import { FullScreenQuad } from 'three/addons/postprocessing/Pass.js';

/**
 * What the canvas shows next. A page that puts a canvas on the screen waits for all that the graphics card was asked to
 * draw on it, programs to be compiled included; so frames are drawn here, and presented once the card is done.
 */
export class BackBuffer {
  readonly target = new THREE.WebGLRenderTarget(2, 2, { depthBuffer: false });
  private readonly material = new THREE.RawShaderMaterial({
    glslVersion: THREE.GLSL3,
    depthTest: false,
    depthWrite: false,
    vertexShader: 'in vec3 position; void main() { gl_Position = vec4(position.xy, 0.0, 1.0); }',
    fragmentShader: `precision highp float;
uniform sampler2D clFrame;
out vec4 colour;
void main() { colour = texelFetch(clFrame, ivec2(gl_FragCoord.xy), 0); }`,
    uniforms: { clFrame: { value: this.target.texture } },
  });
  private readonly quad = new FullScreenQuad(this.material);

  /** Size in pixels. */
  get size(): [number, number] {
    return [this.target.width, this.target.height];
  }

  setSize(width: number, height: number): void {
    this.target.setSize(width, height);
  }

  /** Has what is drawn go only into what is right of a pixel; null for all of it. */
  clip(from: number | null): void {
    const { target } = this;
    target.scissorTest = from !== null;
    target.scissor.set(from ?? 0, 0, target.width - (from ?? 0), target.height);
  }

  /** Has its program made. */
  compile(renderer: THREE.WebGLRenderer): void {
    renderer.compile(new THREE.Mesh(undefined, this.material), new THREE.Camera());
  }

  /** Puts it on the renderer's canvas, which takes its size. */
  present(renderer: THREE.WebGLRenderer): void {
    const [width, height] = this.size;
    const { domElement: canvas } = renderer;
    if (canvas.width !== width || canvas.height !== height) renderer.setSize(width, height, false);
    renderer.setRenderTarget(null);
    this.quad.render(renderer);
  }

  dispose(): void {
    this.target.dispose();
    this.material.dispose();
    this.quad.dispose();
  }
}
