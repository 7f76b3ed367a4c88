import { DrawnMeters, type DrawnFindings, type DrawnLoop } from '@/core/checks/drawn';
import type { Output } from '@/core/piece/types';

let meters: DrawnMeters | null = null;

/** Looks at drawn frames, so that none of them holds up the page. */
export const frameMeter = {
  begin(loop: DrawnLoop, picture: { width: number; height: number }, walls: readonly Output[]): void {
    meters = new DrawnMeters(loop, picture, walls);
  },

  /** Takes the next frame: see `DrawnMeters`. */
  add(encoded: Float32Array, counts: boolean): void {
    meters!.add(encoded, counts);
  },

  findings: (): DrawnFindings => meters!.findings(),
};

export type FrameMeter = typeof frameMeter;
