import { scaledBox, type PixelBox } from '../../piece/outputs';
import type { Output } from '../../piece/types';
import { cellLight, FlashMeter, MAX_FLASHING_PART, mostMarked, sumsOf } from './flashes';
import { CELL_PIXELS, type CellGrid, type DrawnFrame, type DrawnLoop } from './types';

/**
 * How near one may stand to a wall that flashes. WCAG 2.2 ("general flash and red flash thresholds") lets 0.006
 * steradians flash within any 10 degrees of what is seen. That is a quarter of 0.024 steradians, a square of 8.9
 * degrees: the nearer one stands, the less of the wall it is.
 */

/** Solid angle of what is looked at at once, steradians. */
const SEEN_STERADIANS = 0.024;
/** Side of the square that is looked at at once, in parts of the distance. */
const SEEN_SIDE = Math.sqrt(SEEN_STERADIANS);

const NEAREST = 0.5;
const FARTHEST = 200;
const STEPS = 64;
/** Distances that are looked at, metres. */
export const DISTANCES: readonly number[] = Array.from(
  { length: STEPS },
  (_, i) => NEAREST * (FARTHEST / NEAREST) ** (i / (STEPS - 1)),
);

/** What flashes on a wall, over three times a second. */
export interface WallFlashing {
  /** The part of the picture that it showed. */
  box: PixelBox;
  /** Millimetres from pixel to pixel that it had: with others it is of another size. */
  pitch: number;
  /** For each of `DISTANCES`, the largest part of what is looked at at once that flashes, 0 to 1, in any frame. */
  parts: number[];
}

/** By the ids of outputs. */
export type WallFlashes = Record<string, WallFlashing>;

/** Metres from which on a wall may be seen; 0 from everywhere, Infinity where none of `DISTANCES` is far enough. */
export function safeDistance({ parts }: Pick<WallFlashing, 'parts'>): number {
  const last = parts.findLastIndex((part) => part > MAX_FLASHING_PART);
  return last < 0 ? 0 : (DISTANCES[last + 1] ?? Infinity);
}

/** From where a wall may be seen, in a sentence. */
export function flashWords(flashing: Pick<WallFlashing, 'parts'>): string {
  const metres = safeDistance(flashing);
  if (metres === 0) return 'It flashes for nobody, however near they stand.';
  if (metres === Infinity)
    return `It flashes for everyone nearer than ${FARTHEST} m. Make it slower, smaller or fainter.`;
  // Rounded away from the wall.
  const far = metres < 10 ? Math.ceil(10 * metres) / 10 : Math.ceil(metres);
  return `It flashes for who stands nearer than ${far} m: keep them farther away, or make it slower.`;
}

interface Wall {
  id: string;
  flashing: WallFlashing;
  part: PixelBox;
  /** Metres of a cell, across and down. */
  cell: [number, number];
}

/** Takes the frames of a loop in turn. */
export class WallFlashMeter {
  private readonly grid: CellGrid;
  private readonly meter: FlashMeter;
  private readonly walls: Wall[];

  /** @param picture its pixels, of which walls show parts */
  constructor(walls: readonly Output[], { size, loop }: DrawnLoop, picture: { width: number; height: number }) {
    this.grid = size.grid;
    this.meter = new FlashMeter(size.grid, loop.rate);
    const { columns, rows } = size.grid;
    const cells = { width: columns, height: rows };
    this.walls = walls.map(({ id, x, y, width, height, pitch }) => {
      const box = { x, y, width, height };
      const cell: Wall['cell'] = [((picture.width / columns) * pitch) / 1000, ((picture.height / rows) * pitch) / 1000];
      const flashing = { box, pitch, parts: DISTANCES.map(() => 0) };
      return { id, flashing, part: scaledBox(box, picture, cells), cell };
    });
  }

  /** @param counts see `DrawnMeter` */
  add({ bytes }: DrawnFrame, counts: boolean): void {
    const { flashing } = this.meter.take(cellLight(bytes, this.grid, CELL_PIXELS));
    if (!counts || !flashing.includes(1)) return;
    for (const wall of this.walls) this.look(wall, flashing);
  }

  private look({ part, cell, flashing: { parts } }: Wall, flashing: Uint8Array): void {
    const { columns } = this.grid;
    const cut = new Uint8Array(part.width * part.height);
    for (let y = 0; y < part.height; y++) {
      const from = (part.y + y) * columns + part.x;
      cut.set(flashing.subarray(from, from + part.width), y * part.width);
    }
    const grid = { columns: part.width, rows: part.height };
    const sums = sumsOf(cut, grid);
    const cellsIn = (metres: number, of: number) => Math.max(1, Math.round(metres / of));
    for (const [i, distance] of DISTANCES.entries()) {
      const side = SEEN_SIDE * distance;
      const [wide, tall] = [cellsIn(side, cell[0]), cellsIn(side, cell[1])];
      const most = mostMarked(sums, grid, Math.min(wide, grid.columns), Math.min(tall, grid.rows));
      parts[i] = Math.max(parts[i]!, most / (wide * tall));
    }
  }

  reading = (): WallFlashes => Object.fromEntries(this.walls.map(({ id, flashing }) => [id, flashing]));
}
