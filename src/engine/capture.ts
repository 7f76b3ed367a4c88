import * as THREE from 'three';
import type { Skin } from '@/core/mesh/skin';
import type { Piece } from '@/core/piece/types';
import { EXPORT_SAMPLES, Picture } from './picture';
import { readPixels, readPixelsAsync } from './read';
import { makeRenderer } from './renderer';

export interface CaptureSize {
  width: number;
  height: number;
}

/** Draws frames of a piece at full size, off the screen, with a renderer of its own. */
export class Capture {
  private readonly renderer = makeRenderer(new OffscreenCanvas(2, 2));
  private readonly picture = new Picture(this.renderer);
  private readonly target: THREE.WebGLRenderTarget;

  private constructor(readonly size: CaptureSize) {
    this.target = new THREE.WebGLRenderTarget(size.width, size.height);
  }

  /** @throws Error with a sentence where the graphics card cannot draw this size. */
  static async open(piece: Piece, meshOf: (form: string) => Skin | undefined, size: CaptureSize): Promise<Capture> {
    const capture = new Capture(size);
    const most = capture.renderer.capabilities.maxTextureSize;
    if (Math.max(size.width, size.height) > most) {
      capture.close();
      throw new Error(`This graphics card draws at most ${most} pixels a side; the picture has ${size.width} x ${size.height}. Make the picture smaller.`);
    }
    await capture.picture.setPiece(piece, meshOf);
    return capture;
  }

  /** RGBA bytes of one frame, top row first. The same phase gives the same bytes. */
  async frame(phase: number): Promise<Uint8ClampedArray<ArrayBuffer>> {
    const { width, height } = this.size;
    this.picture.draw(phase, width, height, this.target, EXPORT_SAMPLES);
    const pixels = await readPixelsAsync(this.renderer, this.target, width, height);
    this.assertAlive();
    return pixels;
  }

  /** As `frame`, at once. */
  frameNow(phase: number): Uint8ClampedArray<ArrayBuffer> {
    const { width, height } = this.size;
    this.picture.draw(phase, width, height, this.target, EXPORT_SAMPLES);
    const pixels = readPixels(this.renderer, this.target, width, height);
    this.assertAlive();
    return pixels;
  }

  close(): void {
    this.picture.dispose();
    this.target.dispose();
    this.renderer.dispose();
    this.renderer.forceContextLoss();
  }

  private assertAlive(): void {
    if (this.renderer.getContext().isContextLost()) throw new Error('The graphics card was lost while drawing. Nothing of the piece is lost; start again.');
  }
}
