import * as THREE from 'three';
import { FullScreenQuad } from 'three/addons/postprocessing/Pass.js';
import { METRES_OF } from '@/core/glsl/lib';
import type { Shot } from '../card/shot';

const FRAGMENT = `${METRES_OF}
uniform highp sampler2D clDepth;
uniform vec4 clLens;
uniform vec2 clAt;
uniform vec2 clSpan;
varying vec2 within;
void main() {
  float depth = texture2D(clDepth, clAt + clSpan * within).r;
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
   * How far away what is shown now is, over the whole picture: gives the metres at x, y as `metresAt` does, to the
   * nearest of a limited number of pixels, also when other frames are shown. Null where no distances are known.
   */
  distances(): ((x: number, y: number) => number | null) | null {
    const shot = this.last();
    if (!shot?.target.depthTexture) return null;
    this.meter ??= new Meter(this.renderer);
    const rows = Math.min(MAX_ROWS_READ, shot.target.height);
    const columns = Math.max(1, Math.round((rows * shot.target.width) / shot.target.height));
    const metres = this.meter.map(shot, columns, rows);
    return (x, y) => {
      const [column, row] = [Math.floor(x * columns), Math.floor((1 - y) * rows)];
      if (column < 0 || row < 0 || column >= columns || row >= rows) return null;
      const found = metres[4 * (row * columns + column)]!;
      return found > 0 ? found : null;
    };
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

/** Rows of pixels for which distances are read at once, at most. */
const MAX_ROWS_READ = 360;

/** Has the card work out the distances of pixels. */
class Meter {
  private readonly target = new THREE.WebGLRenderTarget(1, 1, { type: THREE.FloatType });
  private readonly material = new THREE.ShaderMaterial({
    depthTest: false,
    depthWrite: false,
    vertexShader: 'varying vec2 within; void main() { within = uv; gl_Position = vec4(position.xy, 0.0, 1.0); }',
    fragmentShader: FRAGMENT,
    uniforms: {
      clDepth: { value: null },
      clLens: { value: null },
      clAt: { value: new THREE.Vector2() },
      clSpan: { value: new THREE.Vector2() },
    },
  });
  private readonly quad = new FullScreenQuad(this.material);

  constructor(private readonly renderer: THREE.WebGLRenderer) {}

  /**
   * @param u from the left, 0..1
   * @param v from below, 0..1
   */
  read(shot: Shot, u: number, v: number): number | null {
    if (!shot.target.depthTexture) return null;
    const [metres] = this.draw(shot, { at: [u, v], span: 0, width: 1, height: 1 });
    return metres! > 0 ? metres! : null;
  }

  /** Those of the whole picture, four numbers a pixel, rows from the bottom; -1 where nothing is. */
  map(shot: Shot, width: number, height: number): Float32Array {
    return this.draw(shot, { at: [0, 0], span: 1, width, height });
  }

  private draw(
    { target, lens }: Shot,
    { at, span, width, height }: { at: [number, number]; span: number; width: number; height: number },
  ): Float32Array {
    const { clDepth, clLens, clAt, clSpan } = this.material.uniforms;
    clDepth!.value = target.depthTexture;
    clLens!.value = lens;
    (clAt!.value as THREE.Vector2).set(...at);
    (clSpan!.value as THREE.Vector2).setScalar(span);
    this.target.setSize(width, height);
    this.renderer.setRenderTarget(this.target);
    this.quad.render(this.renderer);
    const out = new Float32Array(4 * width * height);
    this.renderer.readRenderTargetPixels(this.target, 0, 0, width, height, out);
    this.renderer.setRenderTarget(null);
    return out;
  }

  dispose(): void {
    this.target.dispose();
    this.quad.dispose();
    this.material.dispose();
  }
}
