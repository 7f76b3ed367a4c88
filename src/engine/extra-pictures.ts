import * as THREE from 'three';
import type { Piece } from '@/core/piece/types';
import type { Preview } from '@/core/preview';
import type { Target } from '@/core/weave';
import { measureFrameCosts, type PartCost } from './capture/frame-costs';
import { measurePictureSeam, type PictureSeam } from './capture/picture-seam';
import { readPixelsAsync } from './capture/read';
import { Memory } from './finish/memory';
import { EXPORT_SAMPLES, type Picture } from './picture';

/** What is drawn: the picture of a piece, which piece that is, and the present frame. */
export interface Drawn {
  picture: Picture;
  piece: Piece;
  /** Counts the pieces that were set: what is drawn while it changes is of two pieces. */
  version: number;
  /** Its meshes and pictures are all there. */
  complete: boolean;
  phase: number;
  /** The present frame, with what is remembered and nothing added to it. */
  frame: { phase: number; memory: Memory; readOnly: true };
}

/** A whole frame: RGBA, rows from the top. */
export interface FramePixels {
  width: number;
  height: number;
  data: Uint8ClampedArray<ArrayBuffer>;
}

/** Height in pixels at which the seam is compared, at most: a smaller picture has its own. */
const SEAM_HEIGHT = 90;
/** Frames that are drawn before the seam at most, for what remembers them. */
const MOST_BEHIND = 48;

/** Pictures beside the running one, on its graphics card. They share one target, so each waits for the one before. */
export class ExtraPictures {
  private turn: Promise<unknown> = Promise.resolve();
  private readonly target = new THREE.WebGLRenderTarget(1, 1);
  /** The seam of a version, as long as it is the present one. */
  private measured: { version: number; seam: PictureSeam } | null = null;

  constructor(
    private readonly renderer: THREE.WebGLRenderer,
    /** What there is to draw at present; null where nothing can be drawn. */
    private readonly now: () => Drawn | null,
  ) {}

  /** The finish up to each of these steps, small, of one shot. The main thread does not wait for them. */
  snapshots(steps: readonly Target[], width: number, height: number): Promise<Preview[]> {
    return this.inTurn<Preview[]>([], async (now) => {
      const { picture, frame } = now;
      if (!picture.ready) return [];
      const targets = steps.map(() => new THREE.WebGLRenderTarget(width, height));
      // All at once: between two looks at the card the canvas may be drawn, with a shot of another size.
      steps.forEach((upTo, i) => picture.draw({ ...frame, width, height, to: targets[i]!, upTo, sameShot: i > 0 }));
      try {
        return await Promise.all(
          targets.map(async (target): Promise<Preview> => {
            const pixels = await readPixelsAsync(this.renderer, target, width, height);
            return { kind: 'picture', width, height, pixels };
          }),
        );
      } finally {
        for (const target of targets) target.dispose();
      }
    });
  }

  /** Compares the picture at both sides of the seam, small, through the piece's own camera. */
  seam(): Promise<PictureSeam | 'none' | 'making'> {
    return this.inTurn<PictureSeam | 'none' | 'making'>('making', async (now) => {
      if (!now.complete) return 'making';
      if (!now.picture.ready) return 'none';
      const { version } = now;
      if (this.measured?.version === version) return this.measured.seam;
      const { picture, loop } = now.piece;
      const height = Math.min(SEAM_HEIGHT, picture.height);
      const width = Math.max(2, Math.round((height * picture.width) / picture.height));
      const memory = new Memory();
      const draw = (phase: number) => this.frame(now, { phase, width, height, memory });
      const missing = now.picture.missing(memory, 1 - 1 / loop.frames);
      // On both sides of the seam the same frames lie behind, so not all that still shows of them is needed.
      try {
        for (const frame of missing.slice(-MOST_BEHIND)) await draw(frame / loop.frames);
        const seam = await measurePictureSeam(loop.frames, width, draw);
        this.measured = { version, seam };
        return seam;
      } finally {
        memory.dispose();
      }
    });
  }

  /**
   * The present frame as it goes away: in the piece's size, through its own camera, RGBA with rows from the top. Null
   * where the card cannot draw that size, or nothing is there.
   */
  pixels(): Promise<FramePixels | null> {
    return this.inTurn<FramePixels | null>(null, async (now) => {
      const { picture, phase } = now;
      const { width, height } = now.piece.picture;
      if (!picture.ready || Math.max(width, height) > this.renderer.capabilities.maxTextureSize) return null;
      const memory = new Memory();
      try {
        const samples = EXPORT_SAMPLES;
        for (const frame of picture.missing(memory, phase).slice(-MOST_BEHIND))
          await this.frame(now, { phase: frame / picture.frames, width, height, memory, samples });
        return { width, height, data: await this.frame(now, { phase, width, height, memory, samples }) };
      } finally {
        memory.dispose();
      }
    });
  }

  costs(): Promise<PartCost[]> {
    return this.inTurn<PartCost[]>([], (now) =>
      Promise.resolve(measureFrameCosts(now.picture, this.target, now.piece.picture)),
    );
  }

  /** Small pictures share one target, so they are drawn one after the other. */
  private inTurn<T>(otherwise: T, work: (now: Drawn) => Promise<T>): Promise<T> {
    const result = this.turn
      .then(() => {
        const now = this.now();
        return now ? work(now) : otherwise;
      })
      .catch(() => otherwise);
    this.turn = result;
    return result;
  }

  /**
   * A frame through the piece's own camera.
   * @throws where another piece was set meanwhile, or the viewer is gone: its pictures are not drawn any more
   */
  private async frame(
    { picture, version }: Drawn,
    { width, height, ...rest }: { phase: number; width: number; height: number; memory: Memory; samples?: number },
  ): Promise<Uint8ClampedArray<ArrayBuffer>> {
    const kept = picture.view;
    picture.view = null;
    this.target.setSize(width, height);
    picture.draw({ ...rest, width, height, to: this.target });
    picture.view = kept;
    const pixels = await readPixelsAsync(this.renderer, this.target, width, height);
    if (this.now()?.version !== version) throw new Error('The picture changed while it was drawn.');
    return pixels;
  }

  dispose(): void {
    this.target.dispose();
  }
}
