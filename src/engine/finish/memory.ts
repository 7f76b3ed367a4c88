import * as THREE from 'three';

/** Linear light times opacity, as all passes hand it on. */
export const HALF = {
  type: THREE.HalfFloatType,
  depthBuffer: false,
  minFilter: THREE.LinearFilter,
  magFilter: THREE.LinearFilter,
} as const;

/** Black and open: what was before the first frame. */
export const NOTHING = new THREE.DataTexture(new Uint8Array(4), 1, 1);
NOTHING.needsUpdate = true;
/** As far away as the camera sees. */
export const FARTHEST = new THREE.DataTexture(new Uint8Array([255, 255, 255, 255]), 1, 1);
FARTHEST.needsUpdate = true;
const NONE = new THREE.DataArrayTexture(new Uint8Array(4), 1, 1, 1);
NONE.needsUpdate = true;
/** What came into a step, frame by frame: the layer of the present one, and how many before it are known. */
export interface Ago {
  texture: THREE.Texture;
  layer: number;
  /** Frames back that can be read; further back the last of them stands in. -1 where not even the present one is. */
  known: number;
}

/** Nothing came before. */
export const NOT_REMEMBERED: Ago = { texture: NONE, layer: 0, known: 0 };

/** How a memory goes on to a frame. */
export interface Turn {
  /** Of the loop. */
  frames: number;
  play: 'loop' | 'once';
  /** Pixels. */
  width: number;
  height: number;
  /** The loop plays: frames that were left out belong to the run. */
  runsOn: boolean;
}

interface RememberedPair {
  /** Of the frame before, and of the one that is drawn. */
  before: THREE.WebGLRenderTarget | null;
  now: THREE.WebGLRenderTarget | null;
}

/**
 * Pictures of earlier frames: what steps kept of their own results, and what came into them, by the step. It is
 * turned from frame to frame; drawing a frame again reads what drawing it before has read.
 */
export class Memory {
  private readonly kept = new Map<string, RememberedPair>();
  private readonly stored = new Map<string, THREE.WebGLArrayRenderTarget>();
  private width = 0;
  private height = 0;
  private now: number | null = null;
  /**
   * Frames that were drawn one after the other, up to the present one, since it was empty or anything changed;
   * infinite where the first of them is the first there is.
   */
  private run = 0;
  /** Counts frames, so that what is stored goes on over the seam. */
  private turns = 0;
  /** How many frames before the present one it knows that belong to it, of whatever piece they were. */
  private behind = 0;

  /** The frame that it was turned to last; null while it is empty. */
  get frame(): number | null {
    return this.now;
  }

  /**
   * Frames to be drawn into it, one after the other, before a frame is what it is in a loop that runs forever.
   * @param settling see `settlingFrames`
   * @param from how the loop begins: `once` with nothing before its first frame
   */
  missing(frame: number, frames: number, settling: number, play: 'loop' | 'once'): number[] {
    const known = this.now === frame ? this.run - 1 : this.now === this.previous(frame, frames, play) ? this.run : 0;
    const wanted = play === 'once' ? Math.min(settling, frame) : settling;
    if (known >= wanted) return [];
    return Array.from({ length: wanted }, (_, i) => (((frame - wanted + i) % frames) + frames) % frames);
  }

  /** Goes on to a frame that is drawn next. */
  turnTo(frame: number, { frames, play, width, height, runsOn }: Turn): void {
    if (width !== this.width || height !== this.height) {
      this.changed();
      this.behind = 0;
    }
    [this.width, this.height] = [width, height];
    if (play === 'once' && frame === 0) {
      this.clear();
      this.run = Infinity;
      this.behind = Infinity;
    } else if (frame === this.now) this.run = Math.max(this.run, 1);
    else {
      const goesOn = this.now !== null && this.now === this.previous(frame, frames, play);
      this.behind = goesOn || (runsOn && this.now !== null) ? this.behind + 1 : 0;
      this.run = goesOn ? this.run + 1 : 1;
      this.turns++;
      for (const kept of this.kept.values()) [kept.before, kept.now] = [kept.now, kept.before];
    }
    this.now = frame;
  }

  /** What it holds was drawn of something else; it is gone on with all the same. */
  changed(): void {
    this.run = 0;
  }

  /** Begins again, with nothing. */
  clear(): void {
    this.dispose();
    this.now = null;
    this.run = 0;
    this.behind = 0;
  }

  /**
   * What a step gave in the frame before.
   * @param fillIn null is given where that is not known; else nothing, which is what was before the first frame
   */
  earlier(step: string, fillIn: boolean): THREE.Texture | null {
    const before = this.kept.get(step)?.before?.texture;
    return fillIn && (this.behind === 0 || !before) && this.behind !== Infinity ? null : (before ?? NOTHING);
  }

  /** Where the result of a step is kept. */
  keep(step: string): THREE.WebGLRenderTarget {
    const kept = this.kept.get(step) ?? { before: null, now: null };
    this.kept.set(step, kept);
    kept.now ??= new THREE.WebGLRenderTarget(this.width, this.height, HALF);
    kept.now.setSize(this.width, this.height);
    return kept.now;
  }

  /** Where what comes into a step is stored. @param reach frames that it reads back */
  store(step: string, reach: number): { target: THREE.WebGLArrayRenderTarget; layer: number } {
    let target = this.stored.get(step);
    if (!target || target.depth !== reach + 1 || target.width !== this.width || target.height !== this.height) {
      target?.dispose();
      target = new THREE.WebGLArrayRenderTarget(this.width, this.height, reach + 1, HALF);
      this.stored.set(step, target);
      this.run = Math.min(this.run, 1);
      if (this.behind !== Infinity) this.behind = 0;
    }
    return { target, layer: this.layer(reach + 1) };
  }

  /** What came into a step, frame by frame. @param fillIn what is not known is filled in with what is */
  ago(step: string, fillIn: boolean): Ago {
    const target = this.stored.get(step);
    if (!target) return fillIn ? { ...NOT_REMEMBERED, known: -1 } : NOT_REMEMBERED;
    const all = target.depth - 1;
    return {
      texture: target.texture,
      layer: this.layer(target.depth),
      known: fillIn ? Math.min(all, this.behind) : all,
    };
  }

  /** The same with pictures of its own, to go on from the present frame. */
  copy(renderer: THREE.WebGLRenderer): Memory {
    const copy = new Memory();
    const { width, height, now, run, turns, behind } = this;
    Object.assign(copy, { width, height, now, run, turns, behind });
    const copied = <T extends THREE.WebGLRenderTarget>(from: T, to: T): T => {
      renderer.initRenderTarget(to);
      renderer.copyTextureToTexture(from.texture, to.texture);
      return to;
    };
    for (const [step, { now }] of this.kept) {
      const target = now && new THREE.WebGLRenderTarget(now.width, now.height, HALF);
      copy.kept.set(step, { before: null, now: target && copied(now, target) });
    }
    for (const [step, target] of this.stored)
      copy.stored.set(
        step,
        copied(target, new THREE.WebGLArrayRenderTarget(target.width, target.height, target.depth, HALF)),
      );
    return copy;
  }

  /** Bytes of the card that it takes. */
  get bytes(): number {
    const pixels = 8 * this.width * this.height;
    const layers = [...this.stored.values()].reduce((sum, t) => sum + t.depth, 0);
    return pixels * (2 * this.kept.size + layers);
  }

  dispose(): void {
    for (const { before, now } of this.kept.values()) {
      before?.dispose();
      now?.dispose();
    }
    for (const target of this.stored.values()) target.dispose();
    this.kept.clear();
    this.stored.clear();
  }

  private previous(frame: number, frames: number, play: 'loop' | 'once'): number | null {
    return play === 'once' ? frame - 1 : (frame + frames - 1) % frames;
  }

  private layer(count: number): number {
    return this.turns % count;
  }
}
