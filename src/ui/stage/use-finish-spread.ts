import { transfer } from 'comlink';
import { useEffect, useState } from 'react';
import type { PictureSpread } from '@/core/preview/picture-spread';
import { strandById, type Piece } from '@/core/piece/types';
import type { Looking } from '@/state/panels/panels';
import { studio } from '@/workers/remotes';
import { viewerNow } from '@/actions/viewer-handle';

/** Waits this long after the picture came to rest, in milliseconds. */
const READ_DELAY_MS = 150;

/** How the shades of a picture are spread while a step of a finish is looked at; null otherwise. */
export function useFinishSpread(piece: Piece, looking: Looking | null, rests: number): PictureSpread | null {
  const [spread, setSpread] = useState<PictureSpread | null>(null);
  const isFinish = looking !== null && strandById(piece, looking.strand)?.kind === 'finish';
  const { strand, step } = looking ?? {};
  useEffect(() => {
    if (!isFinish || !strand || !step) return undefined;
    let ended = false;
    const measure = async () => {
      // As large as it is drawn: what shines in few pixels would count for more in a smaller picture.
      const [w, h] = viewerNow()?.drawn ?? [1, 1];
      const drawn = (await viewerNow()?.beside.snapshots([{ strand, step }], w, h))?.[0];
      if (ended) return;
      const picture = drawn?.kind === 'picture' ? transfer(drawn.pixels, [drawn.pixels.buffer]) : null;
      const counted =
        picture &&
        (await studio()
          .spread(picture, w)
          .catch(() => null));
      if (!ended) setSpread(counted);
    };
    const timer = setTimeout(() => void measure(), READ_DELAY_MS);
    return () => {
      ended = true;
      clearTimeout(timer);
    };
  }, [piece, isFinish, strand, step, rests]);
  return isFinish ? spread : null;
}
