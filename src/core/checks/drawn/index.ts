import { bandCheck } from './bands';
import { clippingCheck } from './clipping';
import { flashCheck } from './flash-check';
import { stillnessCheck } from './stillness';
import { WallFlashMeter, type WallFlashes } from './wall-flashes';
import { WallLightMeter, type WallLights } from './wall-light';
import type { Output } from '../../piece/types';
import type { DrawnCheck, DrawnFrame, DrawnLoop, DrawnReading } from './types';

export { flashWords, safeDistance, type WallFlashes } from './wall-flashes';
export { lightWords, type WallLight, type WallLights } from './wall-light';
export { drawnSize, type DrawnLoop, type DrawnReading, type DrawnSize } from './types';

/** The checks of drawn frames, by their ids. */
export const DRAWN_CHECKS = {
  flashes: flashCheck,
  bands: bandCheck,
  clipping: clippingCheck,
  stillness: stillnessCheck,
} satisfies Record<string, DrawnCheck>;

export type DrawnCheckId = keyof typeof DRAWN_CHECKS;
export const DRAWN_CHECK_IDS = Object.keys(DRAWN_CHECKS) as DrawnCheckId[];

export type DrawnReadings = Record<DrawnCheckId, DrawnReading>;

/**
 * The frames to look at, in order, so that what comes before each is known: those of the two seconds before the seam,
 * then all. @returns `lead` of them are not counted
 */
export function framesToLookAt({ frames, rate, play }: DrawnLoop['loop']): { order: number[]; lead: number } {
  const lead = play === 'once' ? 0 : Math.ceil(2 * rate);
  const order = Array.from({ length: lead + frames }, (_, i) => (((i - lead) % frames) + frames) % frames);
  return { order, lead };
}

/** What was found in the frames of a loop. */
export interface DrawnFindings {
  readings: DrawnReadings;
  light: WallLights;
  flashes: WallFlashes;
}

/** All checks at once, frame by frame, and the light and the flashes of walls. */
export class DrawnMeters {
  private readonly meters;
  private readonly light: WallLightMeter;
  private readonly flashes: WallFlashMeter;

  /** @param picture its pixels, of which walls show parts */
  constructor(loop: DrawnLoop, picture: { width: number; height: number }, walls: readonly Output[]) {
    this.light = new WallLightMeter(walls, { picture, drawn: loop.size });
    this.flashes = new WallFlashMeter(walls, loop, picture);
    this.meters = DRAWN_CHECK_IDS.map((id) => [id, DRAWN_CHECKS[id].meter(loop)] as const);
  }

  /** @param encoded RGBA of sRGB, 0 to 1, top row first @param counts see `DrawnMeter` */
  add(encoded: Float32Array, counts: boolean): void {
    const bytes = new Uint8ClampedArray(encoded.length);
    for (let i = 0; i < bytes.length; i++) bytes[i] = 255 * encoded[i]!;
    const frame: DrawnFrame = { encoded, bytes };
    for (const [, meter] of this.meters) meter.add(frame, counts);
    if (counts) this.light.add(frame);
    this.flashes.add(frame, counts);
  }

  findings(): DrawnFindings {
    const readings = Object.fromEntries(this.meters.map(([id, meter]) => [id, meter.reading()])) as DrawnReadings;
    return { readings, light: this.light.reading(), flashes: this.flashes.reading() };
  }
}
