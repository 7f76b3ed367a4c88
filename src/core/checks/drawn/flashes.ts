import { toLinear } from '../../colour';
import type { CellGrid } from './types';

/**
 * Flashes, by the thresholds of WCAG 2.2 (success criterion 2.3.1, "general flash and red flash thresholds") and of
 * ITU-R BT.1702-3 (annex 1), for a screen that shows the picture as large as those take for granted: 1024 x 768 pixels
 * seen at their usual distance.
 */

/** Parts of the picture, 0 to 1, in which more than three flashes ended within a second. */
export interface FrameFlashes {
  /** Of luminance, in the worst window: a third of the picture's width by a third of its height. */
  general: number;
  /** Of saturated red, in the worst such window. */
  red: number;
  /** Of either, in the whole picture. */
  screen: number;
}

/** For each cell 1 where it flashes too often: in luminance, in saturated red, in either. */
interface CellFlashes {
  general: Uint8Array;
  red: Uint8Array;
  flashing: Uint8Array;
}

/** The largest part of a window (341 x 256 of 1024 x 768 pixels), or of the screen, that may flash. */
export const MAX_FLASHING_PART = 0.25;
/** Flashes that may be within a second. */
const MAX_FLASHES = 3;
/** Two opposing changes are a flash. */
const HARMFUL_CHANGES = 2 * (MAX_FLASHES + 1);

/** Change of relative luminance that counts, where the darker of both is below the other (20 and 160 of 200 cd/m²). */
const LUMINANCE_CHANGE = 0.1;
const BRIGHT = 0.8;

/** Share of red in the sum of all channels, and its lead over the others, from which it is saturated. */
const RED_SHARE = 0.8;
const RED_LEAD = 20 / 320;
/** Change of chromaticity that counts, in CIE 1976 u'v'. */
const CHROMATICITY_CHANGE = 0.2;
/** Chromaticity of the red of BT.709, and of its white, which stands for black. */
const RED_UV = [0.4507, 0.5229] as const;
const WHITE_UV = [0.1978, 0.4683] as const;

const LINEAR = Float64Array.from({ length: 256 }, (_, byte) => toLinear(byte / 255));

/** u' and v' of linear light. */
function chromaticity(r: number, g: number, b: number): readonly [number, number] {
  const x = 0.4124 * r + 0.3576 * g + 0.1805 * b;
  const y = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  const z = 0.0193 * r + 0.1192 * g + 0.9505 * b;
  const sum = x + 15 * y + 3 * z;
  return sum > 0 ? [(4 * x) / sum, (9 * y) / sum] : WHITE_UV;
}

const distance = (a: readonly [number, number], b: readonly [number, number]) => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** When the last changes of each cell were. */
class Changes {
  private readonly frames: Float64Array;
  private readonly next: Uint8Array;

  constructor(cells: number) {
    this.frames = new Float64Array(cells * HARMFUL_CHANGES).fill(-Infinity);
    this.next = new Uint8Array(cells);
  }

  add(cell: number, frame: number): void {
    this.frames[cell * HARMFUL_CHANGES + this.next[cell]!] = frame;
    this.next[cell] = (this.next[cell]! + 1) % HARMFUL_CHANGES;
  }

  /** Were there more flashes within the last `rate` frames than there may be? */
  areTooMany(cell: number, frame: number, rate: number): boolean {
    // What is written over next is the oldest of as many as are too many.
    return frame - this.frames[cell * HARMFUL_CHANGES + this.next[cell]!]! < rate;
  }
}

/** Counts flashes in a sequence of frames, cell by cell. */
export class FlashMeter {
  private frame = 0;
  private readonly low: Float64Array;
  private readonly high: Float64Array;
  /** 1 where it rose last, -1 where it fell, 0 where neither is known. */
  private readonly way: Int8Array;
  private readonly general: Changes;
  private readonly red: Changes;
  /** The chromaticity from which the next change is counted, and whether that is a saturated red. */
  private readonly known: (readonly [number, number])[];
  private readonly wasRed: Uint8Array;

  /** @param rate frames a second */
  constructor(
    private readonly grid: CellGrid,
    private readonly rate: number,
  ) {
    const cells = grid.columns * grid.rows;
    this.low = new Float64Array(cells).fill(Infinity);
    this.high = new Float64Array(cells).fill(-Infinity);
    this.way = new Int8Array(cells);
    this.general = new Changes(cells);
    this.red = new Changes(cells);
    this.known = [];
    this.wasRed = new Uint8Array(cells);
  }

  /**
   * Takes the next frame.
   * @param light red, green and blue of each cell, linear, 0 to 1
   */
  add(light: Float64Array): FrameFlashes {
    const { general, red, flashing } = this.take(light);
    const screen = flashing.reduce((sum, flashes) => sum + flashes, 0) / flashing.length;
    return { general: worstWindow(general, this.grid), red: worstWindow(red, this.grid), screen };
  }

  /** The same, with what is said of each cell: 1 where it flashes too often. */
  take(light: Float64Array): CellFlashes {
    const cells = this.grid.columns * this.grid.rows;
    const [general, red, flashing] = [new Uint8Array(cells), new Uint8Array(cells), new Uint8Array(cells)];
    for (let cell = 0; cell < cells; cell++) {
      const [r, g, b] = [light[3 * cell]!, light[3 * cell + 1]!, light[3 * cell + 2]!];
      this.takeLuminance(cell, 0.2126 * r + 0.7152 * g + 0.0722 * b);
      this.takeRed(cell, r, g, b);
      general[cell] = Number(this.general.areTooMany(cell, this.frame, this.rate));
      red[cell] = Number(this.red.areTooMany(cell, this.frame, this.rate));
      flashing[cell] = general[cell]! | red[cell]!;
    }
    this.frame++;
    return { general, red, flashing };
  }

  private takeLuminance(cell: number, luminance: number): void {
    const { low, high, way } = this;
    low[cell] = Math.min(low[cell]!, luminance);
    high[cell] = Math.max(high[cell]!, luminance);
    const fell = high[cell]! - luminance;
    const rose = luminance - low[cell]!;
    // What turned back is an extreme: the next change is counted from it.
    if (way[cell] !== -1 && fell >= LUMINANCE_CHANGE && luminance < BRIGHT) this.turn(cell, -1, luminance);
    else if (way[cell] !== 1 && rose >= LUMINANCE_CHANGE && low[cell]! < BRIGHT) this.turn(cell, 1, luminance);
  }

  private turn(cell: number, way: 1 | -1, luminance: number): void {
    this.general.add(cell, this.frame);
    this.way[cell] = way;
    this.low[cell] = luminance;
    this.high[cell] = luminance;
  }

  private takeRed(cell: number, r: number, g: number, b: number): void {
    const isRed = r >= RED_SHARE * (r + g + b) && r - g - b > RED_LEAD;
    const now = chromaticity(r, g, b);
    const before = this.known[cell];
    const was = this.wasRed[cell] === 1;
    if (!before) {
      this.known[cell] = now;
      this.wasRed[cell] = Number(isRed);
    } else if (isRed === was) {
      // The farthest from what would be the opposite is what the next change is counted from.
      const further = distance(now, RED_UV) - distance(before, RED_UV);
      if (isRed ? further < 0 : further > 0) this.known[cell] = now;
    } else if (distance(now, before) > CHROMATICITY_CHANGE) {
      this.red.add(cell, this.frame);
      this.known[cell] = now;
      this.wasRed[cell] = Number(isRed);
    }
  }
}

/** The largest part of any window of a third of the picture's width and height that is marked. */
function worstWindow(marked: Uint8Array, grid: CellGrid): number {
  const [wide, tall] = [Math.max(1, Math.round(grid.columns / 3)), Math.max(1, Math.round(grid.rows / 3))];
  return mostMarked(sumsOf(marked, grid), grid, wide, tall) / (wide * tall);
}

/** Sums of all marks above and to the left (F. C. Crow, "Summed-area tables for texture mapping", 1984). */
export function sumsOf(marked: Uint8Array, { columns, rows }: CellGrid): Int32Array {
  const sums = new Int32Array((columns + 1) * (rows + 1));
  for (let y = 0; y < rows; y++)
    for (let x = 0; x < columns; x++) {
      const [above, here] = [y * (columns + 1) + x, (y + 1) * (columns + 1) + x];
      sums[here + 1] = marked[y * columns + x]! + sums[above + 1]! + sums[here]! - sums[above]!;
    }
  return sums;
}

/** The most marks in any window of so many cells. @param sums see `sumsOf` */
export function mostMarked(sums: Int32Array, { columns, rows }: CellGrid, wide: number, tall: number): number {
  let most = 0;
  for (let y = 0; y + tall <= rows; y++)
    for (let x = 0; x + wide <= columns; x++) {
      const [above, below] = [y * (columns + 1) + x, (y + tall) * (columns + 1) + x];
      most = Math.max(most, sums[below + wide]! - sums[below]! - sums[above + wide]! + sums[above]!);
    }
  return most;
}

/**
 * Mean light of each cell of a picture.
 * @param pixels RGBA bytes of sRGB, top row first, `share` x `share` of them in a cell; what is open is over black
 * @returns red, green and blue of each cell, linear, 0 to 1
 */
export function cellLight(pixels: Uint8ClampedArray, { columns, rows }: CellGrid, share: number): Float64Array {
  const light = new Float64Array(3 * columns * rows);
  const width = columns * share;
  for (let y = 0; y < rows * share; y++)
    for (let x = 0; x < width; x++) {
      const [from, to] = [4 * (y * width + x), 3 * (Math.floor(y / share) * columns + Math.floor(x / share))];
      const weight = pixels[from + 3]! / 255 / share ** 2;
      for (let c = 0; c < 3; c++) light[to + c] = light[to + c]! + LINEAR[pixels[from + c]!]! * weight;
    }
  return light;
}

/** The larger of both parts that must not flash. */
export const flashingPart = ({ general, red }: FrameFlashes): number => Math.max(general, red);
