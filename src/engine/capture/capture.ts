import * as THREE from 'three';
import type { Skin } from '@/core/mesh/skin';
import type { Piece } from '@/core/piece/types';
import { EXPORT_SAMPLES, Picture } from '../picture';
import { readPixels, readPixelsAsync } from './read';
import { GraphicsLost, makeRenderer } from '../card/renderer';

export interface CaptureSize {
  width: number;
  height: number;
}

const lostError = () =>
  new GraphicsLost('The graphics card was lost while drawing. Nothing of the piece is lost; take it again.');

/** Draws frames of a piece at full size, off the screen, with a renderer of its own. */
export class Capture {
  private readonly renderer = makeRenderer(new OffscreenCanvas(2, 2));
  private readonly picture = new Picture(this.renderer);
  private readonly target: THREE.WebGLRenderTarget;
  /** Rejects when the card is lost. */
  private readonly lost: Promise<never>;

  private constructor(readonly size: CaptureSize) {
    this.target = new THREE.WebGLRenderTarget(size.width, size.height);
    this.lost = new Promise((_, reject) => {
      this.renderer.domElement.addEventListener('webglcontextlost', () => reject(lostError()));
    });
    this.lost.catch(() => undefined);
  }

  /** @throws Error with a sentence where the graphics card cannot draw this size. */
  static async open(piece: Piece, meshOf: (form: string) => Skin | undefined, size: CaptureSize): Promise<Capture> {
    const capture = new Capture(size);
    const most = capture.renderer.capabilities.maxTextureSize;
    if (Math.max(size.width, size.height) > most) {
      capture.close();
      throw new Error(
        `This graphics card draws at most ${most} pixels a side; the picture has ${size.width} x ${size.height}. Make the picture smaller.`,
      );
    }
    await capture.picture.setPiece(piece, meshOf);
    return capture;
  }

  /** RGBA bytes of one frame, top row first. The same phase gives the same bytes. @throws GraphicsLost */
  async frame(phase: number): Promise<Uint8ClampedArray<ArrayBuffer>> {
    const { width, height } = this.size;
    this.assertAlive();
    this.picture.draw({ phase, width, height, to: this.target, samples: EXPORT_SAMPLES });
    // What is lost answers late, without a word, or not at all.
    const pixels = await Promise.race([
      readPixelsAsync(this.renderer, this.target, width, height).catch(() => this.lose()),
      this.lost,
    ]);
    this.assertAlive();
    return pixels;
  }

  /** As `frame`, at once. @throws GraphicsLost */
  frameNow(phase: number): Uint8ClampedArray<ArrayBuffer> {
    const { width, height } = this.size;
    this.picture.draw({ phase, width, height, to: this.target, samples: EXPORT_SAMPLES });
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
    if (this.renderer.getContext().isContextLost()) this.lose();
  }

  private lose(): never {
    throw lostError();
  }
}
