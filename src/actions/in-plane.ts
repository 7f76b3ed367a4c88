import type { Vector } from '@/core/piece/types';
import type { ProjectedSpace } from '@/engine/stage/layout';

/** A space as it lies over the picture: its places in pixels of the stage. */
export interface Over extends Pick<ProjectedSpace, 'project' | 'distance'> {
  /** What is shown now, to drag on: it stays as it is while what is dragged takes other things along. */
  surfaces: () => Surfaces;
}

/**
 * The place of what is shown at a pixel of the stage, the floor or a form; where nothing is, that at a height; null
 * where there is none.
 */
export type Surfaces = (pixel: { x: number; y: number }, height: number) => Vector | null;

/** Millimetres are as fine as a hand moves things. */
export const tidy = (at: Vector): Vector => at.map((v) => Number(v.toFixed(3))) as Vector;

/** Metres over which the projection is compared with itself. */
const PROBE_METRES = 1e-3;

/**
 * Where a place goes that is drawn some pixels away: the shortest way there, which is across the line of sight. It is
 * the least-norm solution of the projection's differences (G. H. Golub and C. F. Van Loan, "Matrix Computations",
 * 5.6, "Underdetermined Systems").
 * @param by pixels to the right and down
 */
export function inPlane(project: Over['project'], at: Vector, by: { x: number; y: number }): Vector {
  const from = project(at);
  const steps = [0, 1, 2].map((axis) => project(at.map((v, i) => (i === axis ? v + PROBE_METRES : v)) as Vector));
  if (!from || steps.some((s) => s === null)) return at;
  const across = steps.map((s) => (s!.x - from.x) / PROBE_METRES);
  const down = steps.map((s) => (s!.y - from.y) / PROBE_METRES);
  const dot = (a: number[], b: number[]) => a.reduce((sum, v, i) => sum + v * b[i]!, 0);
  const [xx, xy, yy] = [dot(across, across), dot(across, down), dot(down, down)];
  const det = xx * yy - xy * xy;
  if (!(det > 1e-12)) return at;
  const [a, b] = [(yy * by.x - xy * by.y) / det, (xx * by.y - xy * by.x) / det];
  return at.map((v, i) => v + a * across[i]! + b * down[i]!) as Vector;
}
