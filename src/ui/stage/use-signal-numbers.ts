import { useEffect, useState } from 'react';
import { strandById, type Piece } from '@/core/piece/types';
import type { FrameNumbers } from '@/core/preview/plot';
import type { Looking } from '@/state/panels/panels';
import { withoutAssetData, studio } from '@/workers/remotes';

/** Numbers of the signal that is looked at, at each frame; null where none is, or none are known yet. */
export function useSignalNumbers(piece: Piece, looking: Looking | null): FrameNumbers | null {
  const [numbers, setNumbers] = useState<FrameNumbers | null>(null);
  const isSignal = looking !== null && strandById(piece, looking.strand)?.kind === 'signal';
  const { strand, step } = looking ?? {};
  useEffect(() => {
    if (!isSignal) return undefined;
    let ended = false;
    const take = (found: FrameNumbers | null) => !ended && setNumbers(found);
    void studio()
      .frameNumbers(withoutAssetData(piece), strand!, step!)
      .then(take, () => take(null));
    return () => {
      ended = true;
    };
  }, [piece, strand, step, isSignal]);
  return isSignal ? numbers : null;
}
