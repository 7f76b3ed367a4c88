import * as THREE from 'three';
import { FullScreenQuad } from 'three/addons/postprocessing/Pass.js';
import type { Shutter } from '@/core/steps';

/** Adds pictures up into one, each for as much of the time that a shutter is open. */
export class Exposure {
  private readonly sum: THREE.WebGLRenderTarget;
  private readonly material = new THREE.ShaderMaterial({
    uniforms: { picture: { value: null }, share: { value: 1 } },
    vertexShader: 'varying vec2 at; void main() { at = uv; gl_Position = vec4(position.xy, 0.0, 1.0); }',
    fragmentShader: `
uniform sampler2D picture;
uniform float share;
varying vec2 at;
void main() { gl_FragColor = share * texture2D(picture, at); }`,
    depthTest: false,
    depthWrite: false,
    blendSrc: THREE.OneFactor,
    blendDst: THREE.OneFactor,
  });
  private readonly quad = new FullScreenQuad(this.material);

  constructor(private readonly renderer: THREE.WebGLRenderer) {
    // Sums of half floats would show as steps; not every card adds up whole ones.
    const type = renderer.extensions.has('EXT_float_blend') ? THREE.FloatType : THREE.HalfFloatType;
    this.sum = new THREE.WebGLRenderTarget(1, 1, { type, depthBuffer: false, magFilter: THREE.NearestFilter });
  }

  /**
   * Draws into a target the mean of pictures. The first comes last, so that what is told of the target beside its
   * light, as how far away things are, is that of the moment at which the shutter opens.
   * @param draw draws a picture of this many frames later into the target
   */
  take(target: THREE.WebGLRenderTarget, { open, pictures }: Shutter, draw: (later: number) => void): void {
    const { sum, renderer } = this;
    sum.setSize(target.width, target.height);
    const { autoClear } = renderer;
    for (let k = pictures - 1; k >= 0; k--) {
      renderer.autoClear = autoClear;
      draw((k / pictures) * open);
      renderer.autoClear = false;
      renderer.setRenderTarget(sum);
      if (k === pictures - 1) renderer.clear(true, false, false);
      this.put(target.texture, 1 / pictures, THREE.CustomBlending);
    }
    renderer.setRenderTarget(target);
    this.put(sum.texture, 1, THREE.NoBlending);
    renderer.autoClear = autoClear;
    renderer.setRenderTarget(null);
  }

  /** Has its program made. */
  compile(): void {
    this.renderer.compile(new THREE.Mesh(undefined, this.material), new THREE.Camera());
  }

  private put(picture: THREE.Texture, share: number, blending: THREE.Blending): void {
    const { uniforms } = this.material;
    uniforms.picture!.value = picture;
    uniforms.share!.value = share;
    this.material.blending = blending;
    this.quad.render(this.renderer);
  }

  dispose(): void {
    this.sum.dispose();
    this.quad.dispose();
    this.material.dispose();
  }
}
