import type { Evaluator } from '../weave';
import { placeRows } from '../weave/places';
import type { Preview } from './types';

/** How soon a moment has faded in a plot, in parts of a second. */
const FADE = 8;

/**
 * A signal at phases from 0 to 1, both ends included, as one number each: the first of several; moments as strokes of
 * their strength that fade.
 */
export function signalValues(evaluator: Evaluator, index: number, samples: number): Float32Array {
  const rows = placeRows(Array.from({ length: samples }, (_, i) => ({ phase: i / (samples - 1) })));
  const values = evaluator.run(index, rows, samples).slice();
  const width = evaluator.width(index);
  if (width === 1) return values;
  const isMoments = evaluator.gives(index) === 'moments';
  return Float32Array.from({ length: samples }, (_, i) =>
    isMoments ? values[width * i + 2]! * Math.exp(-FADE * values[width * i]!) : values[width * i]!,
  );
}

/** A signal over one loop, phase 0 to 1 with both ends. */
export function signalPlot(evaluator: Evaluator, index: number, samples: number): Preview {
  const values = signalValues(evaluator, index, samples);
  return { kind: 'plot', values, low: Math.min(...values), high: Math.max(...values) };
}
