import type { Loop } from '../../piece/types';

/** Checks that look at drawn frames, one after the other, over the whole loop. */

/** Pixels for each side of a cell, in which flashes are counted. */
export const CELL_PIXELS = 4;
/** Rows of cells; a window of a third of the picture has 15. */
const ROWS = 45;
const MAX_COLUMNS = 180;
/** Columns and rows of a grid, at least: a window has some of each. */
const MIN_CELLS = 9;

/** A picture laid out in cells, row by row from the top. */
export interface CellGrid {
  columns: number;
  rows: number;
}

/** What is drawn to be looked at: the picture, smaller than it is exported. */
export interface DrawnSize {
  grid: CellGrid;
  /** Pixels that are drawn. */
  width: number;
  height: number;
  /** Pixels of the picture for each that is drawn. */
  scale: number;
}

/** How large a picture is drawn to be looked at. @param picture pixels */
export function drawnSize(picture: { width: number; height: number }): DrawnSize {
  const columns = Math.round((ROWS * picture.width) / picture.height);
  const grid = { columns: Math.min(MAX_COLUMNS, Math.max(MIN_CELLS, columns)), rows: ROWS };
  const height = grid.rows * CELL_PIXELS;
  return { grid, width: grid.columns * CELL_PIXELS, height, scale: picture.height / height };
}

/** One frame. */
export interface DrawnFrame {
  /** RGBA of sRGB, 0 to 1, top row first. */
  encoded: Float32Array;
  /** The same, rounded to bytes. */
  bytes: Uint8ClampedArray;
}

/** What is looked for in: the size that is drawn, and the loop. */
export interface DrawnLoop {
  size: DrawnSize;
  loop: Pick<Loop, 'frames' | 'rate' | 'play'>;
}

/** One line of a chart over the loop. */
export interface DrawnSeries {
  name: string;
  /** By frame, in percent. */
  values: number[];
}

/** What a check found. */
export interface DrawnReading {
  passes: boolean;
  /** What was found, and what may be, in sentences. */
  found: string;
  series: DrawnSeries[];
  /** What the lines of the chart may come to, in percent; null where they have no limit. */
  limit: number | null;
  /** The frame to look at; null where there is nothing to see. */
  worst: number | null;
}

/** Takes the frames in turn. */
export interface DrawnMeter {
  /** @param counts false for frames before the loop that show only what comes before its first */
  add(frame: DrawnFrame, counts: boolean): void;
  reading(): DrawnReading;
}

export interface DrawnCheck {
  name: string;
  /** What it is held against. */
  against: string;
  /** What it is called where it passes and where it fails. */
  verdicts: readonly [passes: string, fails: string];
  meter(of: DrawnLoop): DrawnMeter;
}

/** A part as a percentage, for reading. */
export const percent = (part: number): string =>
  part > 0 && part < 0.01 ? 'less than 1 %' : `${Math.round(100 * part)} %`;

/** The frame at which a series is highest, and how high that is. */
export function highest(values: readonly number[]): { frame: number; most: number } {
  const most = Math.max(0, ...values);
  return { frame: Math.max(0, values.indexOf(most)), most };
}

export const inPercent = (parts: readonly number[]): number[] => parts.map((part) => Number((100 * part).toFixed(2)));
