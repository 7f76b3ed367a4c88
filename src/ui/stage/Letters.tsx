import { useEffect, useState } from 'react';
import type { Piece, Step, Strand, Vector } from '@/core/piece/types';
import { definitionOf } from '@/core/steps';
import { plainParams } from '@/core/weave';
import { dependsOn } from '@/state/previews';
import { useTransport } from '@/state/transport';
import { useWorkbench } from '@/state/workbench';
import { lean, studio } from '@/workers/doors';
import type { Over } from './OverPicture';

/** One letter for each of the first copies. */
const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
const shadow = { paintOrder: 'stroke', stroke: '#0b0e0d', strokeWidth: 3 } as const;

/** Middles of the first copies of a form at the playhead, in its own space. */
function useMiddles(piece: Piece, strand: Strand): Float32Array {
  const [middles, setMiddles] = useState<Float32Array>(new Float32Array(0));
  const frame = useTransport((s) => s.frame);
  const depends = dependsOn(piece, strand);
  useEffect(() => {
    let ended = false;
    const { piece: now } = useWorkbench.getState();
    studio().copyMiddles(lean(now), strand.id, frame / now.loop.frames, LETTERS.length).then((m) => !ended && setMiddles(m)).catch(() => undefined);
    return () => {
      ended = true;
    };
  }, [depends, strand.id, frame]);
  return middles;
}

/** For lining copies up: a letter on each of the first, the point that stays, and the frame. */
export function Letters({ piece, strand, step, over: { project } }: { piece: Piece; strand: Strand; step: Step; over: Over }) {
  const middles = useMiddles(piece, strand);
  const frame = useTransport((s) => s.frame);
  const definition = definitionOf(step.op)!;
  const point = definition.tells?.(plainParams(piece, step, definition, () => [0])).point;
  const fixed = point && project(point as Vector);
  return (
    <g role="img" aria-label={`Copies by letter, frame ${frame} of ${piece.loop.frames}`} className="fill-text text-[13px]">
      {fixed && <g className="stroke-lichen" fill="none" strokeWidth={1.5}><circle cx={fixed.x} cy={fixed.y} r={7} /><circle cx={fixed.x} cy={fixed.y} r={1} /></g>}
      {[...LETTERS].slice(0, middles.length / 3).map((letter, n) => {
        const at = project([...middles.subarray(3 * n, 3 * n + 3)] as unknown as Vector);
        return at && <text key={letter} x={at.x} y={at.y + 4} textAnchor="middle" style={shadow} data-letter={letter}>{letter}</text>;
      })}
      <text x="50%" y={26} textAnchor="middle" style={shadow} className="tabular">frame {frame} of {piece.loop.frames}</text>
    </g>
  );
}
