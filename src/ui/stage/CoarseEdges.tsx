import { useEffect, useState } from 'react';
import type { Vector } from '@/core/piece/types';
import { strandById, type Piece } from '@/core/piece/types';
import { usePanels, type CoarseStep } from '@/state/panels/panels';
import { dependsOn } from '@/state/measured/previews';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { withoutAssetData, studio } from '@/workers/remotes';
import { Button } from '../parts/Button';
import type { Over } from '@/actions/in-plane';

/** Edges that are too long for a step's pattern at the playhead, drawn over the picture. */
export function CoarseEdges({ piece, coarse, over: { project } }: { piece: Piece; coarse: CoarseStep; over: Over }) {
  const [edges, setEdges] = useState<Float32Array>(new Float32Array(0));
  const frame = useTransport((s) => s.frame);
  const strand = strandById(piece, coarse.strand);
  const depends = strand && dependsOn(piece, strand);
  useEffect(() => {
    let ended = false;
    const { piece: now } = useWorkbench.getState();
    studio()
      .samplingMarks(withoutAssetData(now), coarse.strand, coarse.step, frame / now.loop.frames)
      .then((e) => !ended && setEdges(e))
      .catch(() => !ended && setEdges(new Float32Array(0)));
    return () => {
      ended = true;
    };
  }, [coarse, depends, frame]);
  const lines = Array.from({ length: edges.length / 6 }, (_, i) =>
    [0, 3].map((k) => project([...edges.subarray(6 * i + k, 6 * i + k + 3)] as unknown as Vector)),
  );
  const d = lines
    .map(([a, b]) => (a && b ? `M${a.x.toFixed(1)} ${a.y.toFixed(1)}L${b.x.toFixed(1)} ${b.y.toFixed(1)}` : ''))
    .join('');
  return (
    <path
      role="img"
      aria-label={`${lines.length} edges too long for the pattern`}
      d={d}
      fill="none"
      className="stroke-warn"
      strokeWidth={2}
      strokeLinecap="round"
    />
  );
}

export function CoarseBar({ piece, coarse }: { piece: Piece; coarse: CoarseStep }) {
  return (
    <div className="absolute bottom-3 flex items-center gap-3 rounded-md border border-line bg-ground px-3 py-1.5">
      <span>
        <span className="text-warn">Marked:</span> edges of {strandById(piece, coarse.strand)?.name} too long for the
        pattern at this frame
      </span>
      <Button onClick={() => usePanels.setState({ coarse: null })}>Done</Button>
    </div>
  );
}
