import type * as THREE from 'three';

/** What the graphics card was given to draw last: whether it is done, and how long it took. */
export class CardWork {
  private running: { fence: WebGLSync; since: number; frames: number } | null = null;
  /** Milliseconds that a frame took last. */
  took = 16;

  constructor(private readonly renderer: THREE.WebGLRenderer) {}

  /** Has frames drawn. @param frames how many `draw` draws */
  begin(draw: () => void, frames = 1): void {
    const since = performance.now();
    draw();
    const gl = this.gl;
    const fence = gl.fenceSync(gl.SYNC_GPU_COMMANDS_COMPLETE, 0);
    gl.flush();
    if (fence) this.running = { fence, since, frames };
  }

  /**
   * Looks whether the card is still at it.
   * @param done is called once, when it no longer is
   */
  isBusy(done: () => void): boolean {
    if (!this.running) return false;
    const { fence, since, frames } = this.running;
    const gl = this.gl;
    const state = gl.getSyncParameter(fence, gl.SYNC_STATUS) as number;
    if (state !== gl.SIGNALED && !gl.isContextLost()) return true;
    gl.deleteSync(fence);
    this.running = null;
    this.took = Math.max(1, (performance.now() - since) / frames);
    done();
    return false;
  }

  /** Its context was lost, and all that was given to it. */
  lost(): void {
    this.running = null;
  }

  dispose(): void {
    if (this.running) this.gl.deleteSync(this.running.fence);
    this.running = null;
  }

  private get gl(): WebGL2RenderingContext {
    return this.renderer.getContext() as WebGL2RenderingContext;
  }
}
