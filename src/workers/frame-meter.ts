import { DrawnMeters, type DrawnLoop, type DrawnReadings } from '@/core/checks/drawn';

let meters: DrawnMeters | null = null;

/** Looks at drawn frames, so that none of them holds up the page. */
export const frameMeter = {
  begin(loop: DrawnLoop): void {
    meters = new DrawnMeters(loop);
  },

  /** Takes the next frame: see `DrawnMeters`. */
  add(encoded: Float32Array, counts: boolean): void {
    meters!.add(encoded, counts);
  },

  readings: (): DrawnReadings => meters!.readings(),
};

export type FrameMeter = typeof frameMeter;
