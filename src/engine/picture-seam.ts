/** How the picture itself meets at the seam; differences are bytes of 255. */
export interface PictureSeam {
  /** Largest difference of any channel between phase 1 and phase 0. */
  most: number;
  /** Mean change from the last frame to phase 1, and from phase 0 to the first frame. */
  before: number;
  after: number;
  closes: boolean;
}

/** One step of rounding in a channel is not a jump. */
const TOLERANCE = 1;

/** @param draw RGBA bytes of the picture at a phase */
export async function measurePictureSeam(frames: number, draw: (phase: number) => Promise<Uint8ClampedArray>): Promise<PictureSeam> {
  const begin = await draw(0);
  const end = await draw(1);
  const last = await draw(1 - 1 / frames);
  const first = await draw(1 / frames);
  const most = largest(begin, end);
  return { most, before: mean(last, end), after: mean(begin, first), closes: most <= TOLERANCE };
}

function largest(a: Uint8ClampedArray, b: Uint8ClampedArray): number {
  let most = 0;
  for (let i = 0; i < a.length; i++) most = Math.max(most, Math.abs(a[i]! - b[i]!));
  return most;
}

function mean(a: Uint8ClampedArray, b: Uint8ClampedArray): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) if (i % 4 !== 3) sum += Math.abs(a[i]! - b[i]!);
  return sum / ((a.length / 4) * 3);
}
