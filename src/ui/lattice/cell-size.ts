import { useEffect } from 'react';
import { setDrawingSize } from '@/state/measured/previews';
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
const LARGE: CellSize = { compact: false, width: 176, height: 80, above: 7 };

/** Windows from this width on have room for larger drawings. */
const ROOMY = '(min-width: 1880px)';
const VAST = '(min-width: 2400px) and (min-height: 1200px)';

/** A form and a picture that are drawn larger than they are shown have smoother edges. */
const OVERSAMPLING = 1.25;

export function useCellSize(compact: boolean): CellSize {
  const roomy = useMedia(ROOMY, false);
  const vast = useMedia(VAST, false);
  const size = compact ? COMPACT : vast ? LARGE : roomy ? WIDE : USUAL;
  useEffect(() => {
    const scale = OVERSAMPLING * Math.min(2, Math.max(1, window.devicePixelRatio));
    setDrawingSize({ width: Math.round(size.width * scale), height: Math.round(size.height * scale) });
  }, [size]);
  return size;
}
