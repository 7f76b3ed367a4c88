import { useEffect, useState } from 'react';
import { dependsOn } from '@/state/measured/previews';
import { useDecoded } from '@/state/assets/asset-kind';
import { useWorkbench } from '@/state/workbench';
import { withoutAssetData, studio } from '@/workers/remotes';
import { Ended } from '@/workers/thread';
import type { Trace } from '@/actions/lanes';

/** The signals over the loop, worked out again where one of them changes. */
export function useTraces(): Trace[] {
  const piece = useWorkbench((s) => s.piece);
  const [traces, setTraces] = useState<Trace[]>([]);
  const key = piece.strands
    .filter((s) => s.kind === 'signal')
    .map((s) => s.name + dependsOn(piece, s))
    .join();
  const read = useDecoded((s) => s.count);
  useEffect(() => {
    let ended = false;
    studio()
      .traces(withoutAssetData(useWorkbench.getState().piece), 241)
      .then((found) => !ended && setTraces(found.map((t) => ({ ...t, id: t.strand }))))
      .catch((error: unknown) => !ended && !(error instanceof Ended) && setTraces([]));
    return () => {
      ended = true;
    };
  }, [key, read]);
  return traces;
}
