import type { StepAt } from '@/core/piece/types';

/** A part of the page, in pixels. */
export interface Bounds {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** The part of the page between two of its corners. */
export const boundsOf = (x: number, y: number, toX: number, toY: number): Bounds => ({
  left: Math.min(x, toX),
  top: Math.min(y, toY),
  right: Math.max(x, toX),
  bottom: Math.max(y, toY),
});

/** The first and the last of the cells, in the order of the page, that a box touches; null where it touches none. */
export function cellsInBox(
  cells: readonly { at: StepAt; bounds: Bounds }[],
  box: Bounds,
): [from: StepAt, to: StepAt] | null {
  const touched = cells.filter(
    ({ bounds: b }) => b.left < box.right && b.right > box.left && b.top < box.bottom && b.bottom > box.top,
  );
  return touched.length > 0 ? [touched[0]!.at, touched.at(-1)!.at] : null;
}
