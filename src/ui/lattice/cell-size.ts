import { useMedia } from '../parts/use-media';

/** How large the cells of the lattice are drawn, in pixels. */
export interface CellSize {
  /** The name lies in the drawing, and nothing stands above it. */
  compact: boolean;
  width: number;
  height: number;
  /** Room above the drawing. */
  above: number;
}

const COMPACT: CellSize = { compact: true, width: 76, height: 30, above: 2 };
const USUAL: CellSize = { compact: false, width: 84, height: 36, above: 7 };
const WIDE: CellSize = { compact: false, width: 126, height: 57, above: 7 };

/** Windows from this width on have room for larger drawings. */
const ROOMY = '(min-width: 1880px)';

export function useCellSize(compact: boolean): CellSize {
  const roomy = useMedia(ROOMY, false);
  return compact ? COMPACT : roomy ? WIDE : USUAL;
}
