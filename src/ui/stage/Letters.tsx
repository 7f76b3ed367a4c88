import { useEffect, useState } from 'react';
import type { Piece, Step, Strand, Vector } from '@/core/piece/types';
import { definitionOf } from '@/core/steps';
import { plainParams } from '@/core/weave';
import { dependsOn } from '@/state/measured/previews';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { withoutAssetData, studio } from '@/workers/remotes';
import type { Over } from '@/actions/in-plane';

/** One letter for each of the first copies. */
const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
const shadow = { paintOrder: 'stroke', stroke: '#0b0e0d', strokeWidth: 3 } as const;

/** A place on each of the first copies of a form at the playhead, in its own space. */
function usePlaces(piece: Piece, strand: Strand): Float32Array {
  const [places, setPlaces] = useState<Float32Array>(new Float32Array(0));
  const frame = useTransport((s) => s.frame);
  const depends = dependsOn(piece, strand);
  useEffect(() => {
    let ended = false;
    const { piece: now } = useWorkbench.getState();
    studio()
      .copyPlaces(withoutAssetData(now), strand.id, frame / now.loop.frames, LETTERS.length)
      .then((m) => !ended && setPlaces(m))
      .catch(() => undefined);
    return () => {
      ended = true;
    };
  }, [depends, strand.id, frame]);
  return places;
}

/** For lining copies up: a letter on each of the first, the point that stays, and the frame. */
export function Letters({
  piece,
  strand,
  step,
  over: { project },
}: {
  piece: Piece;
  strand: Strand;
  step: Step;
  over: Over;
}) {
  const places = usePlaces(piece, strand);
  const frame = useTransport((s) => s.frame);
  const definition = definitionOf(step.op)!;
  const point = definition.describe?.(plainParams(piece, step, definition, () => [0], 0)).point;
  const fixed = point && project(point as Vector);
  const seen = [...LETTERS].slice(0, places.length / 3).flatMap((letter, n) => {
    const at = project([...places.subarray(3 * n, 3 * n + 3)] as unknown as Vector);
    return at ? [{ letter, ...at }] : [];
  });
  return (
    <g
      role="img"
      aria-label={`Copies by letter, frame ${frame} of ${piece.loop.frames}`}
      className="fill-text text-[13px]"
    >
      {fixed && (
        <g className="stroke-lichen" fill="none" strokeWidth={1.5}>
          <circle cx={fixed.x} cy={fixed.y} r={7} />
          <circle cx={fixed.x} cy={fixed.y} r={1} />
        </g>
      )}
      {apart(seen).map(({ letter, x, y }) => (
        <text key={letter} x={x} y={y + 4} textAnchor="middle" style={shadow} data-letter={letter}>
          {letter}
        </text>
      ))}
      <text x="50%" y={26} textAnchor="middle" style={shadow} className="tabular">
        frame {frame} of {piece.loop.frames}
      </text>
    </g>
  );
}

/** Pixels between letters that can be told apart. */
const MIN_LETTER_PIXELS = 15;

/** Leaves out letters that would lie on others: where copies shrink to a point, the larger ones stay. */
function apart<T extends { x: number; y: number }>(letters: T[]): T[] {
  const kept: T[] = [];
  for (const at of letters.toReversed())
    if (kept.every((k) => Math.hypot(k.x - at.x, k.y - at.y) > MIN_LETTER_PIXELS)) kept.push(at);
  return kept;
}
