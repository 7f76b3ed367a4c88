import * as THREE from 'three';
import type { Picture as PictureSize } from '@/core/piece/types';
import type { DrawnPart } from '../card/shot';
import { Memory } from '../finish/memory';
import type { PictureRenderer } from '../picture';

/** Time that a part of a frame took. */
export interface PartCost extends DrawnPart {
  /** Passes in which it was drawn. */
  passes: number;
  milliseconds: number;
}

/** Rows of the picture that is timed, at most. */
const MAX_ROWS_MEASURED = 540;

/**
 * Times what a frame is drawn in, part by part in the order of drawing, at the piece's size, or in its shape at 540
 * rows where that is smaller.
 */
export function measureFrameCosts(
  picture: PictureRenderer,
  target: THREE.WebGLRenderTarget,
  size: PictureSize,
): PartCost[] {
  const height = Math.min(size.height, MAX_ROWS_MEASURED);
  const width = Math.max(2, Math.round((height * size.width) / size.height));
  const costs = new FrameCosts(picture.renderer);
  const memory = new Memory();
  const remembering = { memory, mode: 'add' } as const;
  target.setSize(width, height);
  // Programs are compiled and memory is laid out with the first two.
  for (const frame of [0, 1, 2]) {
    costs.begin();
    const phase = (frame / picture.frames) % 1;
    picture.draw({ phase, width, height, target, remembering, drew: (part) => costs.drew(part) });
  }
  memory.dispose();
  costs.dispose();
  return costs.parts;
}

/** Waits for the card after each part. */
class FrameCosts {
  readonly parts: PartCost[] = [];
  private readonly probe = new THREE.WebGLRenderTarget(1, 1);
  private since = 0;

  constructor(private readonly renderer: THREE.WebGLRenderer) {}

  /** A frame begins. */
  begin(): void {
    this.parts.length = 0;
    this.wait();
    this.since = performance.now();
  }

  /** A part was drawn since the last one. */
  drew(part: DrawnPart): void {
    this.wait();
    const now = performance.now();
    const same = (p: PartCost) => p.strand === part.strand && p.steps.join() === part.steps.join();
    let known = this.parts.find(same);
    if (!known) this.parts.push((known = { ...part, passes: 0, milliseconds: 0 }));
    known.passes++;
    known.milliseconds += now - this.since;
    this.since = now;
  }

  /** Commands are carried out in order, so a pixel that is read comes after all before it. */
  private wait(): void {
    const before = this.renderer.getRenderTarget();
    this.renderer.readRenderTargetPixels(this.probe, 0, 0, 1, 1, new Uint8Array(4));
    this.renderer.setRenderTarget(before);
  }

  dispose(): void {
    this.probe.dispose();
  }
}
