import type { Evaluator } from '../weave';
import { placeRows } from '../weave/places';
import type { Preview } from './types';

/** A signal over one loop, phase 0 to 1 with both ends. */
export function signalPlot(evaluator: Evaluator, index: number, samples: number): Preview {
  const rows = placeRows(Array.from({ length: samples }, (_, i) => ({ phase: i / (samples - 1) })));
  const values = evaluator.run(index, rows, samples);
  return { kind: 'plot', values, low: Math.min(...values), high: Math.max(...values) };
}
