import type { Evaluator } from '../weave';
import { placeRows } from '../weave/running/places';
import type { Preview } from './types';

/** How soon a moment has faded in a plot, in parts of a second. */
const FADES_PER_SECOND = 8;
/** Frames up to which every one of them is in a plot, and places that a plot has at least. */
const MAX_PLOTTED_FRAMES = 1024;
const MIN_SAMPLES = 96;

/**
 * A signal at phases from 0 to 1, both ends included: a line for each number that runs through it; moments as strokes
 * of their strength that fade.
 */
export function signalLines(evaluator: Evaluator, index: number, samples: number): Float32Array[] {
  const rows = placeRows(Array.from({ length: samples }, (_, i) => ({ phase: i / (samples - 1) })));
  const values = evaluator.run(index, rows, samples);
  const width = evaluator.width(index);
  if (evaluator.gives(index) === 'moments')
    return [
      Float32Array.from(
        { length: samples },
        (_, i) => values[width * i + 2]! * Math.exp(-FADES_PER_SECOND * values[width * i]!),
      ),
    ];
  return Array.from({ length: width }, (_, n) =>
    Float32Array.from({ length: samples }, (_, i) => values[width * i + n]!),
  );
}

/**
 * A signal over one loop, phase 0 to 1 with both ends: at each of its frames, where these are not too many, and between
 * them, where they are few.
 */
export function signalPlot(evaluator: Evaluator, index: number, frames: number): Preview {
  const each = Math.max(1, Math.ceil(MIN_SAMPLES / frames));
  const lines = signalLines(evaluator, index, each * Math.min(frames, MAX_PLOTTED_FRAMES) + 1);
  const all = lines.flatMap((line) => [...line]);
  return { kind: 'plot', lines, low: Math.min(...all), high: Math.max(...all) };
}

/** What the lines of a plot have at a part of the loop, 0 to 1. */
export const plotAt = (lines: Float32Array[], part: number): number[] =>
  lines.map((line) => line[Math.round(part * (line.length - 1))]!);

/** Numbers of a signal at each frame. */
export interface FrameNumbers {
  /** What the numbers that run through it are called. */
  names: string[];
  /** As many numbers a frame. */
  values: Float32Array;
}

export function frameNumbers(evaluator: Evaluator, index: number, frames: number): FrameNumbers {
  const rows = placeRows(Array.from({ length: frames }, (_, frame) => ({ phase: frame / frames })));
  const names: Record<string, string[]> = {
    float: ['value'],
    vec2: ['x', 'y'],
    moments: ['seconds since', 'number', 'strength'],
  };
  return { names: names[evaluator.gives(index)] ?? ['x', 'y', 'z'], values: evaluator.run(index, rows, frames) };
}

/** Lowest, highest and mean of all of them. */
export function spanOf({ values }: FrameNumbers): { low: number; high: number; mean: number } {
  let [low, high, sum] = [Infinity, -Infinity, 0];
  for (const v of values) [low, high, sum] = [Math.min(low, v), Math.max(high, v), sum + v];
  return { low, high, mean: sum / values.length };
}

/** A line a frame, for a spreadsheet (RFC 4180). */
export function frameCsv({ names, values }: FrameNumbers, rate: number): string {
  const width = names.length;
  const lines = Array.from({ length: values.length / width }, (_, frame) =>
    [frame, frame / rate, ...values.subarray(frame * width, (frame + 1) * width)].map((v) => Number(v.toPrecision(9))),
  );
  return [['frame', 'time in seconds', ...names], ...lines].map((line) => `${line.join(',')}\r\n`).join('');
}
