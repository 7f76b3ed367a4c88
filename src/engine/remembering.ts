import type * as THREE from 'three';
import { Memory } from './finish/memory';
import type { PictureRenderer, Settling } from './picture';

/** Bytes of the graphics card for settled memories along the loop. */
const ALONG_BYTES = 128e6;

/**
 * What a running picture remembers of earlier frames. While it plays that runs on, through changes too; while it
 * stands, the frames that the present one remembers are drawn behind it, until it is the frame of a loop that runs
 * forever.
 */
export class Remembering {
  /** What the picture is drawn with. */
  memory = new Memory();
  /** It was said that the present frame is not settled. */
  private told = false;
  private settling: { memory: Memory; left: number[]; total: number } | null = null;
  /** Settled memories along the loop: scrubbing goes on from the nearest. */
  private readonly along = new Map<number, Memory>();

  /** @param onProgress how far the present frame is settled; null where it is */
  constructor(
    private readonly renderer: THREE.WebGLRenderer,
    private readonly onProgress: (progress: Settling | null) => void,
  ) {}

  get isSettling(): boolean {
    return this.settling !== null;
  }

  /** What is remembered was drawn of something else; it runs on until it is settled again. */
  changed(): void {
    this.memory.changed();
    this.dropAlong();
    this.stop();
  }

  /** Begins with nothing remembered. */
  clear(): void {
    this.memory.clear();
    this.stop();
  }

  /** Stops settling: another frame is shown. */
  stop(): void {
    this.settling?.memory.dispose();
    this.settling = null;
  }

  /** A frame was drawn with what is remembered: says at once whether that is settled. */
  drew(picture: PictureRenderer, phase: number): void {
    const total = picture.missing(this.memory, phase).length;
    this.tell(total > 0 ? { done: 0, total } : null);
  }

  private tell(progress: Settling | null): void {
    if (progress || this.told) this.onProgress(progress);
    this.told = progress !== null;
  }

  /** The graphics card was lost, and all pictures with it. */
  lost(): void {
    this.memory = new Memory();
    this.along.clear();
    this.settling = null;
  }

  /**
   * The next frames, at most so many, that have to be drawn into a memory for the present one to settle. With the last
   * of them drawn there are none, once: that memory is the picture's from then on. With them comes whether the loop is
   * gone through more than once. Null where nothing is to be done.
   */
  next(
    picture: PictureRenderer,
    phase: number,
    most: number,
  ): { memory: Memory; frames: number[]; rounds: boolean } | null {
    if (!this.settling) {
      const left = picture.missing(this.memory, phase);
      if (left.length === 0) return null;
      const known = left.findLastIndex((frame) => this.along.has(frame));
      const memory = known < 0 ? new Memory() : this.along.get(left[known]!)!.copy(this.renderer);
      this.settling = { memory, left: left.slice(known + 1), total: left.length };
    }
    const { memory, left, total } = this.settling;
    const frames = left.splice(0, most);
    if (frames.length > 0) this.tell({ done: total - left.length, total });
    else {
      this.memory.dispose();
      this.memory = memory;
      this.settling = null;
    }
    return { memory, frames, rounds: total > picture.frames };
  }

  /**
   * Keeps the memory of the present frame, where it is settled and its turn: as many along the loop as there is room.
   */
  keepAlong(picture: PictureRenderer, phase: number): void {
    const { frame, bytes } = this.memory;
    if (frame === null || bytes === 0 || picture.missing(this.memory, phase).length > 0) return;
    const room = Math.max(2, Math.floor(ALONG_BYTES / bytes));
    if (frame % Math.ceil(picture.frames / room) !== 0 || this.along.has(frame)) return;
    this.along.set(frame, this.memory.copy(this.renderer));
  }

  /** What is kept along the loop is of another size, or of something else. */
  dropAlong(): void {
    for (const memory of this.along.values()) memory.dispose();
    this.along.clear();
  }

  dispose(): void {
    this.memory.dispose();
    this.dropAlong();
    this.stop();
  }
}
