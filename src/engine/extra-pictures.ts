import * as THREE from 'three';
import type { Piece } from '@/core/piece/types';
import type { Preview } from '@/core/preview';
import type { Target } from '@/core/weave';
import { measureFrameCosts, type PartCost } from './capture/frame-costs';
import { measurePictureSeam, type PictureSeam } from './capture/picture-seam';
import { programsReady } from './card/programs';
import { readPixelsAsync } from './capture/read';
import { Memory } from './finish/memory';
import { EXPORT_SAMPLES, type FrameRequest, type PictureRenderer } from './picture';

/** What is drawn: the picture of a piece, which piece that is, and the present frame. */
export interface DrawnPixels {
  picture: PictureRenderer;
  piece: Piece;
  /** Counts the pieces that were set: what is drawn while it changes is of two pieces. */
  version: number;
  /** Its meshes and pictures are all there. */
  complete: boolean;
  phase: number;
  /** The present frame, with what is remembered and nothing added to it. */
  frame: Pick<FrameRequest, 'phase' | 'remembering'>;
}

/** A whole frame: RGBA, rows from the top. */
export interface FramePixels {
  width: number;
  height: number;
  data: Uint8ClampedArray<ArrayBuffer>;
}

/**
 * Height in pixels at which the seam is compared, at most: a smaller picture has its own. What remembers is drawn for
 * many frames before its seam, so it is drawn smaller.
 */
const SEAM_HEIGHT = 240;
const SEAM_HEIGHT_WITH_MEMORY = 90;
/** Frames that are drawn before the seam at most, for what remembers them. */
const MAX_WAITING = 48;

/** A frame with a memory of its own. */
interface OwnFrame extends Pick<FrameRequest, 'phase' | 'width' | 'height' | 'samples'> {
  memory: Memory;
}

/** What pictures beside the running one are drawn of. */
export interface PictureSource {
  /** What there is to draw at present; null where nothing can be drawn. */
  now: () => DrawnPixels | null;
  /** Waits until the piece that was set last is what is drawn. */
  whenSet: () => Promise<void>;
  /** Waits until nothing is about to be shown. */
  whenFree: () => Promise<void>;
}

/** Pictures beside the running one, on its graphics card. They share one target, so each waits for the one before. */
export class ExtraPictures {
  private turn: Promise<unknown> = Promise.resolve();
  /** How much the card was asked for that it is not done with. */
  private asked = 0;
  private readonly target = new THREE.WebGLRenderTarget(1, 1);
  /** The seam of a version, for all who ask for it. */
  private measured: { version: number; seam: Promise<PictureSeam> } | null = null;

  constructor(
    private readonly renderer: THREE.WebGLRenderer,
    private readonly source: PictureSource,
  ) {}

  /** The finish up to each of these steps, small, of one shot. The main thread does not wait for them. */
  async snapshots(steps: readonly Target[], width: number, height: number): Promise<Preview[]> {
    await this.source.whenSet();
    const drawn = this.inTurn(async () => {
      const now = this.source.now();
      if (!now?.picture.ready) return [];
      const { picture, frame } = now;
      for (const upTo of steps) picture.compile({ phase: frame.phase, width, height, upTo });
      await this.busy(programsReady(this.renderer, () => this.source.now()?.version === now.version));
      await this.source.whenFree();
      if (this.source.now()?.version !== now.version) return [];
      const targets = steps.map(() => new THREE.WebGLRenderTarget(width, height));
      // All at once: between two looks at the card the canvas may be drawn, with a shot of another size.
      steps.forEach((upTo, i) => {
        const subject = { upTo, sameShot: i > 0 };
        picture.draw({ ...frame, width, height, target: targets[i]!, subject });
      });
      try {
        return await Promise.all(
          targets.map(async (target): Promise<Preview> => {
            const pixels = await this.read(target, width, height);
            return { kind: 'picture', width, height, pixels };
          }),
        );
      } finally {
        for (const target of targets) target.dispose();
      }
    });
    return drawn.catch(() => []);
  }

  /** Compares the picture at both sides of the seam, small, through the piece's own camera. */
  async seam(): Promise<PictureSeam | 'none' | 'making'> {
    await this.source.whenSet();
    const now = this.source.now();
    if (!now?.complete) return 'making';
    if (!now.picture.ready) return 'none';
    const { version } = now;
    if (this.measured?.version !== version) this.measured = { version, seam: this.measureSeam(now) };
    const { measured } = this;
    return measured.seam.catch(() => {
      if (this.measured === measured) this.measured = null;
      return 'making';
    });
  }

  private async measureSeam(now: DrawnPixels): Promise<PictureSeam> {
    const { picture, loop } = now.piece;
    const memory = new Memory();
    // On both sides of the seam the same frames lie behind, so not all that still shows of them is needed.
    const behind = now.picture.missing(memory, 1 - 1 / loop.frames).slice(-MAX_WAITING);
    const height = Math.min(behind.length > 0 ? SEAM_HEIGHT_WITH_MEMORY : SEAM_HEIGHT, picture.height);
    const width = Math.max(2, Math.round((height * picture.width) / picture.height));
    const draw = (phase: number) => this.frame(now, { phase, width, height, memory });
    try {
      for (const frame of behind) await draw(frame / loop.frames);
      return await measurePictureSeam(loop.frames, width, draw);
    } finally {
      memory.dispose();
    }
  }

  /**
   * The present frame as it is exported: in the piece's size, through its own camera, RGBA with rows from the top. Null
   * where the card cannot draw that size, or nothing is there.
   */
  async pixels(): Promise<FramePixels | null> {
    await this.source.whenSet();
    const now = this.source.now();
    if (!now?.picture.ready) return null;
    const { picture, phase } = now;
    const { width, height } = now.piece.picture;
    if (Math.max(width, height) > this.renderer.capabilities.maxTextureSize) return null;
    const memory = new Memory();
    const size = { width, height, memory, samples: EXPORT_SAMPLES };
    try {
      for (const frame of picture.missing(memory, phase).slice(-MAX_WAITING))
        await this.frame(now, { phase: frame / picture.frames, ...size });
      return { width, height, data: await this.frame(now, { phase, ...size }) };
    } catch {
      return null;
    } finally {
      memory.dispose();
    }
  }

  /** What each part of the present frame costs; nothing where there is none. */
  async costs(): Promise<PartCost[]> {
    await this.source.whenSet();
    return this.inTurn(async () => {
      const now = this.source.now();
      return now ? measureFrameCosts(now.picture, this.target, now.piece.picture) : [];
    }).catch(() => []);
  }

  /** What is drawn waits for what was asked for before, also where that fails. */
  private inTurn<T>(draw: () => Promise<T>): Promise<T> {
    const result = this.turn.then(this.source.whenFree).then(draw);
    this.turn = result.catch(() => undefined);
    return result;
  }

  private read(target: THREE.WebGLRenderTarget, width: number, height: number) {
    return this.busy(readPixelsAsync(this.renderer, target, width, height));
  }

  /** Notes that the card is at something until it is done. */
  private async busy<T>(work: Promise<T>): Promise<T> {
    this.asked++;
    try {
      return await work;
    } finally {
      this.asked--;
    }
  }

  /** Is the card still at something that was asked for here? */
  get isBusy(): boolean {
    return this.asked > 0;
  }

  /**
   * A frame through the piece's own camera, in its turn: what is small is not held up by many frames.
   * @throws where another piece was set meanwhile, or the viewer is gone: its pictures are not drawn any more
   */
  private frame(
    { picture, version }: DrawnPixels,
    { width, height, memory, ...rest }: OwnFrame,
  ): Promise<Uint8ClampedArray<ArrayBuffer>> {
    const check = () => {
      if (this.source.now()?.version !== version) throw new Error('The picture changed while it was drawn.');
    };
    return this.inTurn(async () => {
      check();
      const kept = picture.view;
      picture.view = null;
      this.target.setSize(width, height);
      picture.draw({ ...rest, width, height, target: this.target, remembering: { memory, mode: 'add' } });
      picture.view = kept;
      const pixels = await this.read(this.target, width, height);
      check();
      return pixels;
    });
  }

  dispose(): void {
    this.target.dispose();
  }
}
