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
const CHANNEL_TOLERANCE = 1;

/** Part of the pixels that may stray: see `largest`. */
const MAX_STRAY_PART = 0.001;

/**
 * @param width pixels of a row
 * @param draw RGBA bytes of the picture at a phase
 */
export async function measurePictureSeam(
  frames: number,
  width: number,
  draw: (phase: number) => Promise<Uint8ClampedArray>,
): Promise<PictureSeam> {
  // In the order of time: what remembers earlier frames is led up to the seam once.
  const last = await draw(1 - 1 / frames);
  const end = await draw(1);
  const begin = await draw(0);
  const first = await draw(1 / frames);
  const most = largest(begin, end, width);
  return { most, before: mean(last, end), after: mean(begin, first), closes: most <= CHANNEL_TOLERANCE };
}

/**
 * A silhouette that rounding moves by a millionth of a pixel may fall on the next one. Where
 * no more than a handful of pixels stray, each counts as far off as it lies outside of the
 * range of its neighbours in the other picture; a real shift moves whole edges.
 */
function largest(a: Uint8ClampedArray, b: Uint8ClampedArray, width: number): number {
  const strays = new Set<number>();
  let most = 0;
  for (let i = 0; i < a.length; i++) {
    const off = Math.abs(a[i]! - b[i]!);
    if (off > CHANNEL_TOLERANCE) strays.add(i >> 2);
    most = Math.max(most, off);
  }
  if (strays.size === 0 || strays.size > (MAX_STRAY_PART * a.length) / 4) return most;
  return Math.max(CHANNEL_TOLERANCE, ...[...strays].map((pixel) => outside(a, b, pixel, width)));
}

/** How far a pixel of `a` lies outside of the range of its place and the eight around it in `b`. */
function outside(a: Uint8ClampedArray, b: Uint8ClampedArray, pixel: number, width: number): number {
  const rows = b.length / 4 / width;
  const [x, y] = [pixel % width, Math.floor(pixel / width)];
  let most = 0;
  for (let c = 0; c < 4; c++) {
    let [low, high] = [255, 0];
    for (let v = Math.max(0, y - 1); v <= Math.min(rows - 1, y + 1); v++) {
      for (let u = Math.max(0, x - 1); u <= Math.min(width - 1, x + 1); u++) {
        low = Math.min(low, b[4 * (v * width + u) + c]!);
        high = Math.max(high, b[4 * (v * width + u) + c]!);
      }
    }
    most = Math.max(most, low - a[4 * pixel + c]!, a[4 * pixel + c]! - high);
  }
  return most;
}

function mean(a: Uint8ClampedArray, b: Uint8ClampedArray): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) if (i % 4 !== 3) sum += Math.abs(a[i]! - b[i]!);
  return sum / ((a.length / 4) * 3);
}
