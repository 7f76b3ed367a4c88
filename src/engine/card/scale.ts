import type { Piece } from '@/core/piece/types';

/** Parts of the picture's size at which the preview may be drawn. */
export const SCALES = [1, 0.75, 0.5, 0.35, 0.25, 0.17] as const;

/** Longest side of the preview in pixels, whatever the picture's size. */
const MAX_SIDE = 1920;
/** Longest side in pixels below which a preview is not made smaller to stay smooth: there is too little to see. */
const MIN_SIDE_PIXELS = 240;

/** A frame that took longer than this (ms) lowers the scale; shorter than that raises it again. */
const SLOW_FRAME_MS = 60;
const FAST_FRAME_MS = 16;
/** Frames in a row before a change, so that one hiccup does not flicker. */
const FRAMES_BEFORE_SMALLER = 2;
const FRAMES_BEFORE_LARGER = 24;

/** Chooses the preview's scale from how long frames take, or keeps the one the artist pinned. */
export class ScaleChooser {
  private level = 2;
  private slow = 0;
  private fast = 0;
  pinned: number | null = null;
  /** Size in pixels at which a picture is drawn now. */
  sizeOf({ width, height }: Pick<Piece['picture'], 'width' | 'height'>): [number, number] {
    const longest = Math.max(width, height);
    const chosen = this.pinned ?? Math.max(SCALES[this.level]!, Math.min(1, MIN_SIDE_PIXELS / longest));
    const scale = Math.min(1, MAX_SIDE / longest) * chosen;
    return [Math.max(2, Math.round(width * scale)), Math.max(2, Math.round(height * scale))];
  }

  /** @param time of one frame in milliseconds; @returns whether the scale changed */
  took(time: number): boolean {
    if (this.pinned !== null) return false;
    this.slow = time > SLOW_FRAME_MS ? this.slow + 1 : 0;
    this.fast = time < FAST_FRAME_MS ? this.fast + 1 : 0;
    if (this.slow >= FRAMES_BEFORE_SMALLER && this.level < SCALES.length - 1) return this.move(1);
    if (this.fast >= FRAMES_BEFORE_LARGER && this.level > 0) return this.move(-1);
    return false;
  }

  private move(by: number): boolean {
    this.level += by;
    this.slow = 0;
    this.fast = 0;
    return true;
  }
}
