import * as THREE from 'three';
import type { Assets } from '@/core/assets/assets';
import { pauseFor } from '../card/pause';
import type { Skin } from '@/core/mesh/skin';
import type { Piece } from '@/core/piece/types';
import { EXPORT_SAMPLES, PictureRenderer, type MemoryUse, type Settling } from '../picture';
import { readFloatsAsync, readPixelsAsync } from './read';
import { programsReady } from '../card/programs';
import { GraphicsLost, makeRenderer } from '../card/renderer';
import { Memory } from '../finish/memory';

/** Pixels of a frame, by what they hold: see `PictureValues`. */
export interface PixelsByKind {
  /** Encoded as sRGB, a byte a channel. */
  bytes: Uint8ClampedArray<ArrayBuffer>;
  /** The same as numbers of 0 to 1. */
  encoded: Float32Array<ArrayBuffer>;
  light: Float32Array<ArrayBuffer>;
}

export interface CaptureOptions<Kind extends keyof PixelsByKind> {
  /** Pixels. */
  width: number;
  height: number;
  pixels: Kind;
  /** Samples of each pixel, as far as the card has them; 0 for one. */
  samples?: number;
}

/** Bytes of the graphics card for earlier frames at most: cards of today have 4 GB and more. */
const MAX_MEMORY_BYTES = 2e9;

const lostError = () =>
  new GraphicsLost('The graphics card was lost while drawing. Nothing of the piece is lost; take it again.');

/** Draws frames of a piece at full size, off the screen, with a renderer of its own. */
export class Capture<Kind extends keyof PixelsByKind> {
  private readonly renderer = makeRenderer(new OffscreenCanvas(2, 2));
  private readonly picture: PictureRenderer;
  private readonly target: THREE.WebGLRenderTarget;
  private readonly memory = new Memory();
  private isClosed = false;
  /** Rejects when the card is lost. */
  private readonly lost: Promise<never>;

  private constructor(
    private readonly options: CaptureOptions<Kind>,
    assets: Assets,
  ) {
    this.picture = new PictureRenderer(this.renderer, assets);
    const { width, height, pixels } = options;
    const type = pixels === 'bytes' ? THREE.UnsignedByteType : THREE.FloatType;
    this.target = new THREE.WebGLRenderTarget(width, height, { type, depthBuffer: false });
    this.lost = new Promise((_, reject) => {
      this.renderer.domElement.addEventListener('webglcontextlost', () => reject(lostError()));
    });
    this.lost.catch(() => undefined);
  }

  /** @throws Error with a sentence where the graphics card cannot draw this size. */
  static async open<Kind extends keyof PixelsByKind>(
    piece: Piece,
    assets: Assets,
    meshOf: (form: string) => Skin | undefined,
    options: CaptureOptions<Kind>,
  ): Promise<Capture<Kind>> {
    const capture = new Capture(options, assets);
    const size = { width: options.width, height: options.height };
    const most = capture.renderer.capabilities.maxTextureSize;
    if (Math.max(size.width, size.height) > most) {
      capture.close();
      throw new Error(
        `This graphics card draws at most ${most} pixels a side; the picture has ${size.width} x ` +
          `${size.height}. Make the picture smaller.`,
      );
    }
    await capture.picture.setPiece(piece, meshOf);
    capture.picture.compile({ phase: 0, ...size });
    await programsReady(capture.renderer);
    const bytes = capture.picture.memoryBytes(size.width, size.height);
    if (bytes > MAX_MEMORY_BYTES) {
      capture.close();
      throw new Error(
        `The earlier frames that this finish reads would take ${(bytes / 1e9).toFixed(1)} GB of the graphics card ` +
          `at ${size.width} x ${size.height}; at most ${MAX_MEMORY_BYTES / 1e9} are asked for. ` +
          'Make the picture smaller, or let its steps read fewer frames.',
      );
    }
    return capture;
  }

  /**
   * RGBA pixels of one frame, top row first, with all that it remembers drawn before it. The same phase gives the same
   * pixels. @param settling told of the frames that are drawn before @throws GraphicsLost
   */
  async frame(phase: number, settling?: (progress: Settling) => void): Promise<PixelsByKind[Kind]> {
    const missing = this.picture.missing(this.memory, phase);
    if (missing.length > 0) this.memory.clear();
    for (const [done, before] of missing.entries()) {
      this.assertAlive();
      settling?.({ done, total: missing.length });
      this.draw(before / this.picture.frames, { mode: 'settle', rounds: missing.length > this.picture.frames });
      // One at a time, so that the page goes on and the work can be ended.
      await this.finished();
    }
    this.assertAlive();
    this.draw(phase, { mode: 'add' });
    // What is lost answers late, without a word, or not at all.
    const pixels = await Promise.race([this.read().catch(() => this.lose()), this.lost]);
    this.assertAlive();
    return pixels;
  }

  private read(): Promise<PixelsByKind[Kind]> {
    const { width, height, pixels } = this.options;
    const read = pixels === 'bytes' ? readPixelsAsync : readFloatsAsync;
    return read(this.renderer, this.target, width, height) as Promise<PixelsByKind[Kind]>;
  }

  private draw(phase: number, use: Omit<MemoryUse, 'memory'>): void {
    const { target, memory } = this;
    const { width, height, pixels, samples = EXPORT_SAMPLES } = this.options;
    const values = pixels === 'light' ? 'light' : 'encoded';
    this.picture.draw({ phase, width, height, target, samples, values, remembering: { memory, ...use } });
  }

  /** When the graphics card has done what it was told. */
  private async finished(): Promise<void> {
    const gl = this.renderer.getContext() as WebGL2RenderingContext;
    const fence = gl.fenceSync(gl.SYNC_GPU_COMMANDS_COMPLETE, 0);
    gl.flush();
    while (fence && !this.isClosed && !gl.isContextLost()) {
      if (gl.getSyncParameter(fence, gl.SYNC_STATUS) === gl.SIGNALED) break;
      await pauseFor(0);
    }
    gl.deleteSync(fence);
  }

  close(): void {
    this.isClosed = true;
    this.memory.dispose();
    this.picture.dispose();
    this.target.dispose();
    this.renderer.dispose();
    this.renderer.forceContextLoss();
  }

  private assertAlive(): void {
    if (this.isClosed || this.renderer.getContext().isContextLost()) this.lose();
  }

  private lose(): never {
    throw lostError();
  }
}
