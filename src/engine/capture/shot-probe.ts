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

/** Raw light: four floats a pixel, rows from the bottom. */
export interface Light {
  width: number;
  height: number;
  data: Float32Array;
}

/** Reads what the last shot holds: its light, and how far away something is that it shows. */
export class ShotProbe {
  private meter: Meter | null = null;

  /** @param last the shot that the picture was drawn of last; null where there is none, or no card to read it from */
  constructor(
    private readonly renderer: THREE.WebGLRenderer,
    private readonly last: () => Shot | null,
  ) {}

  light(): Light | null {
    const shot = this.last();
    if (!shot) return null;
    const { target } = shot;
    const { width, height } = target;
    const data = new Float32Array(4 * width * height);
    const gl = this.renderer.getContext();
    this.renderer.setRenderTarget(target);
    // Half-float targets can always be read as floats (EXT_color_buffer_float).
    gl.readPixels(0, 0, width, height, gl.RGBA, gl.FLOAT, data);
    this.renderer.setRenderTarget(null);
    return { width, height, data };
  }

  /**
   * Metres from the camera's plane to what is shown at a place; null where nothing is, or where no step of the finish
   * asks for distances.
   * @param x from the left, 0..1
   * @param y from above, 0..1
   */
  metresAt(x: number, y: number): number | null {
    const shot = this.last();
    if (!shot) return null;
    this.meter ??= new Meter(this.renderer);
    return this.meter.read(shot, x, 1 - y);
  }

  dispose(): void {
    this.meter?.dispose();
  }
}

/** Has the card work out the distance of one pixel. */
class Meter {
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
